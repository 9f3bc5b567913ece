/** The school's standards: the newest version of each. */

import { createRoute, z } from '@hono/zod-openapi';
import { SCHOOL_STANDARD_ID, standardSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { StandardEntity, type StandardVersion } from '../db/entities.ts';
import { json, router, type Viewer } from '../http/env.ts';
import { notFound } from '../http/problem.ts';

const versionedSchema = standardSchema.extend({ version: z.number().int() });

/** The newest version of each of the school's standards, in the order of their names. */
async function newestStandards(database: DataSource, viewer: Viewer): Promise<StandardVersion[]> {
  const rows = await database
    .getRepository(StandardEntity)
    .find({ where: { schoolId: viewer.schoolId }, order: { version: 'ASC' } });
  return [...new Map(rows.map((row) => [row.id, row])).values()].sort((a, b) =>
    a.data.name.localeCompare(b.data.name),
  );
}

/** @throws Problem 404 when the school has no such standard. */
export async function requireStandard(
  database: DataSource,
  viewer: Viewer,
  id: string,
): Promise<StandardVersion> {
  const row = (await newestStandards(database, viewer)).find((candidate) => candidate.id === id);
  if (!row) throw notFound('standard');
  return row;
}

/** The school's own standard, which judges what another has no rows for; none where it was never loaded. */
export const schoolStandardOf = async (
  database: DataSource,
  viewer: Viewer,
): Promise<StandardVersion | undefined> =>
  (await newestStandards(database, viewer)).find(({ id }) => id === SCHOOL_STANDARD_ID);

export function standardRoutes() {
  const routes = router();
  routes.openapi(
    createRoute({
      method: 'get',
      path: '/standards',
      summary: 'The school’s standards',
      responses: { 200: json(z.array(versionedSchema), 'Standards by name') },
    }),
    async (c) => {
      const rows = await newestStandards(c.get('database'), c.get('viewer'));
      return c.json(
        rows.map(({ data, version }) => ({ ...data, version })),
        200,
      );
    },
  );
  return routes;
}
