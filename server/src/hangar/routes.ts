/** The school's airplanes. */

import { createRoute, z } from '@hono/zod-openapi';
import { airplaneSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { AirplaneEntity, type AirplaneRow } from '../db/entities.ts';
import { json, router, type Viewer } from '../http/env.ts';
import { notFound } from '../http/problem.ts';

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

export function hangarRoutes() {
  const routes = router();

  routes.openapi(
    createRoute({
      method: 'get',
      path: '/airplanes',
      summary: 'The school’s airplanes',
      responses: { 200: json(z.array(airplaneSchema), 'Airplane files by name') },
    }),
    async (c) => {
      const rows = await c
        .get('database')
        .getRepository(AirplaneEntity)
        .findBy({ schoolId: c.get('viewer').schoolId });
      return c.json(
        rows.map(({ data }) => data).sort((a, b) => a.name.localeCompare(b.name)),
        200,
      );
    },
  );

  routes.openapi(
    createRoute({
      method: 'get',
      path: '/airplanes/{id}',
      summary: 'One airplane file',
      request: { params: z.object({ id: z.string() }) },
      responses: { 200: json(airplaneSchema, 'The airplane file') },
    }),
    async (c) =>
      c.json((await requireAirplane(c.get('database'), c.get('viewer'), c.req.valid('param').id)).data, 200),
  );
  return routes;
}
