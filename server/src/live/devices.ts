/** Devices: a key of their own, shown once, that writes to flights of one airplane and to nothing else. */

import { randomBytes, randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import type { Context } from 'hono';
import { IsNull } from 'typeorm';
import { AirplaneEntity, type Device, DeviceEntity } from '../db/entities.ts';
import { type Env, json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { hashOfToken } from '../http/sessions.ts';
import { addToTrail } from '../people/trail.ts';

/** The hash of the key that a request carries. @throws Problem 401: a cookie opens no feed. */
export function keyHashOf(c: Context<Env>): string {
  const [, key] = /^Bearer (\S+)$/.exec(c.req.header('Authorization') ?? '') ?? [];
  if (!key) throw new Problem(401, 'This key is not known, or was revoked.');
  return hashOfToken(key);
}

/** The device whose key the request carries. @throws Problem 401 where it is not known or was revoked. */
export async function requireDevice(c: Context<Env>): Promise<Device> {
  const device = await c
    .get('database')
    .getRepository(DeviceEntity)
    .findOneBy({ keyHash: keyHashOf(c), revokedAt: IsNull() });
  if (!device) throw new Problem(401, 'This key is not known, or was revoked.');
  return device;
}

/** Keys that were known a moment ago, until when; whether one was revoked since is asked with every batch that is kept. */
const known = new Map<string, number>();
const KNOWN_MS = 30_000;

/** @throws Problem 401 where the key is not known or was revoked, before anything of the body is read. */
export async function requireKnownKey(c: Context<Env>): Promise<void> {
  const hash = keyHashOf(c);
  const now = Date.now();
  if ((known.get(hash) ?? 0) > now) return;
  known.delete(hash);
  await requireDevice(c);
  known.set(hash, now + KNOWN_MS);
}

const listed = z.object({ id: z.string(), name: z.string(), airplaneId: z.string(), madeAt: z.string() });

export function deviceRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/devices',
        summary: 'The devices that may send flights',
        middleware: [chiefsOnly] as const,
        responses: { 200: json(z.array(listed), 'By name') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const rows = await database.query<(z.infer<typeof listed> & { madeAt: Date })[]>(
          `SELECT device.id, device.name, airplane.id AS "airplaneId", device.made_at AS "madeAt" FROM device
           JOIN airplane ON airplane.school_id = device.school_id AND airplane.row_id = device.airplane_row_id
           WHERE device.school_id = $1 AND revoked_at IS NULL ORDER BY device.name, device.id`,
          [viewer.schoolId],
        );
        return c.json(
          rows.map((row) => ({ ...row, madeAt: new Date(row.madeAt).toISOString() })),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/devices',
        summary: 'A new device of an airplane; its key is shown once',
        middleware: [chiefsOnly] as const,
        request: {
          body: jsonBody(z.object({ name: z.string().trim().min(1).max(80), airplaneId: z.string() })),
        },
        responses: { 201: json(z.object({ id: z.string(), key: z.string() }), 'The key, this once') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { schoolId } = viewer;
        const { name, airplaneId } = c.req.valid('json');
        const airplane = await database.getRepository(AirplaneEntity).findOneBy({ schoolId, id: airplaneId });
        if (!airplane) throw notFound('airplane');
        const [id, key] = [randomUUID(), randomBytes(32).toString('base64url')];
        await database.transaction(async (manager) => {
          await manager.insert(DeviceEntity, {
            schoolId,
            id,
            name,
            airplaneRowId: airplane.rowId,
            keyHash: hashOfToken(key),
            madeBy: viewer.id,
          });
          await addToTrail(manager, viewer, 'device made', id);
        });
        return c.json({ id, key }, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/devices/{id}',
        summary: 'Revoke a device: its key opens nothing from now on',
        middleware: [chiefsOnly] as const,
        request: { params: z.object({ id: z.uuid() }) },
        responses: { 204: { description: 'Revoked' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id } = c.req.valid('param');
        await database.transaction(async (manager) => {
          const { affected } = await manager.update(
            DeviceEntity,
            { schoolId: viewer.schoolId, id, revokedAt: IsNull() },
            { revokedAt: new Date() },
          );
          if (affected === 0) throw notFound('device');
          await addToTrail(manager, viewer, 'device revoked', id);
        });
        return c.body(null, 204);
      },
    );
}
