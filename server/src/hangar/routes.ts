/** The school's airplanes. */

import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { createRoute, z } from '@hono/zod-openapi';
import { type Airplane, airplaneSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { AirplaneEntity, type AirplaneRow } from '../db/entities.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';

const versionedSchema = z.looseObject({ version: z.number().int() }).and(airplaneSchema);
const idPattern = /^[a-z0-9][a-z0-9-]{0,60}$/;
/** Without a `version` of its own: that belongs to the row, not to the file. */
const fileOf = ({ version: _, ...file }: Airplane & { version?: unknown }): Airplane => file as Airplane;
const described = ({ data, version }: AirplaneRow) => ({ ...data, version });

/** @throws Problem 404 when the school has no such airplane. */
export async function requireAirplane(
  database: DataSource,
  viewer: Viewer,
  id: string,
): Promise<AirplaneRow> {
  const row = await database.getRepository(AirplaneEntity).findOneBy({ schoolId: viewer.schoolId, id });
  if (!row) throw notFound('airplane');
  return row;
}

/** What two airplane files differ in, by the names of their fields. */
const differing = (before: Airplane, after: Airplane): string[] => {
  const [a, b] = [before, after] as unknown as Record<string, unknown>[];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (key) => !isDeepStrictEqual(a[key], b[key]),
  );
};

/** @throws Problem 409 when the airplane is no longer at `version`: another window was quicker. `then` says what to do. */
export function changeAirplane(
  database: DataSource,
  viewer: Viewer,
  row: AirplaneRow,
  version: number,
  data: Airplane,
  then: string,
): Promise<void> {
  return database.transaction(async (manager) => {
    const { affected } = await manager.update(
      AirplaneEntity,
      { rowId: row.rowId, version },
      { data: data as object, version: version + 1 },
    );
    if (affected === 0) throw new Problem(409, `This airplane was changed in another window. ${then}`);
    await addToTrail(manager, viewer, 'airplane changed', row.id, { fields: differing(row.data, data) });
  });
}

export function hangarRoutes() {
  const routes = router();
  const params = z.object({ id: z.string() });

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/airplanes',
        summary: 'The school’s airplanes',
        responses: { 200: json(z.array(versionedSchema), 'Airplane files by name') },
      }),
      async (c) => {
        const rows = await c
          .get('database')
          .getRepository(AirplaneEntity)
          .findBy({ schoolId: c.get('viewer').schoolId });
        return c.json(
          rows.map(described).sort((a, b) => a.name.localeCompare(b.name)),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/airplanes/{id}',
        summary: 'One airplane file',
        request: { params },
        responses: { 200: json(airplaneSchema, 'The airplane file') },
      }),
      async (c) =>
        c.json(
          described(await requireAirplane(c.get('database'), c.get('viewer'), c.req.valid('param').id)),
          200,
        ),
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/airplanes/{id}/file',
        summary: 'The airplane file, to keep or to give away',
        request: { params },
        responses: { 200: { description: 'The airplane file' } },
      }),
      async (c) => {
        const { data } = await requireAirplane(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        c.header('Content-Disposition', `attachment; filename="${encodeURIComponent(data.id)}.json"`);
        c.header('Content-Type', 'application/json; charset=utf-8');
        return c.body(`${JSON.stringify(data, null, 2)}\n`, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/airplanes',
        summary: 'Add an airplane from its file',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(airplaneSchema) },
        responses: { 201: json(versionedSchema, 'Added') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const data = fileOf(c.req.valid('json'));
        if (!idPattern.test(data.id))
          throw new Problem(
            422,
            `id ${JSON.stringify(data.id)}: small letters, digits and hyphens, 61 at most.`,
          );
        const airplanes = database.getRepository(AirplaneEntity);
        if (await airplanes.existsBy({ schoolId: viewer.schoolId, id: data.id }))
          throw new Problem(
            409,
            `There is already an airplane with the id ${data.id}: change the id in the file.`,
          );
        await database.transaction(async (manager) => {
          await manager.insert(AirplaneEntity, {
            rowId: randomUUID(),
            schoolId: viewer.schoolId,
            id: data.id,
            data: data as object,
            version: 1,
          });
          await addToTrail(manager, viewer, 'airplane added', data.id);
        });
        return c.json({ ...data, version: 1 }, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/airplanes/{id}',
        summary: 'Change an airplane; `version` is the one that was read',
        middleware: [chiefsOnly] as const,
        request: {
          params,
          body: jsonBody(z.object({ version: z.number().int(), airplane: airplaneSchema })),
        },
        responses: { 200: json(versionedSchema, 'Changed') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { version, airplane } = c.req.valid('json');
        const row = await requireAirplane(database, viewer, c.req.valid('param').id);
        const data = fileOf(airplane);
        if (data.id !== row.id)
          throw new Problem(
            422,
            `id: recordings and lessons know this airplane as ${row.id}; it keeps that.`,
          );
        await changeAirplane(
          database,
          viewer,
          row,
          version,
          data,
          'Load it again; your entries are still here.',
        );
        return c.json({ ...data, version: version + 1 }, 200);
      },
    );
}
