/** How the tables of other makes are read: one answer for each header, kept for the whole school. */

import { createRoute, z } from '@hono/zod-openapi';
import { mappingSchema } from '@keel/core';
import { ColumnMappingEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { instructorsOnly } from '../http/only.ts';

export function mappingRoutes() {
  const routes = router();
  const params = z.object({
    key: z.string().regex(/^[0-9a-f]{64}$/, 'the SHA-256 of a header was expected'),
  });
  const kept = z.object({ mapping: mappingSchema.nullable() });

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/column-mappings/{key}',
        summary: 'How a table with this header is read; null if nobody said yet',
        request: { params },
        responses: { 200: json(kept, 'The mapping') },
      }),
      async (c) => {
        const row = await c
          .get('database')
          .getRepository(ColumnMappingEntity)
          .findOneBy({ schoolId: c.get('viewer').schoolId, headerKey: c.req.valid('param').key });
        return c.json({ mapping: row?.mapping ?? null }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/column-mappings/{key}',
        summary: 'Keep how a table with this header is read',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(mappingSchema) },
        responses: { 200: json(kept, 'Kept') },
      }),
      async (c) => {
        const viewer = c.get('viewer');
        const mapping = c.req.valid('json');
        await c
          .get('database')
          .getRepository(ColumnMappingEntity)
          .upsert(
            { schoolId: viewer.schoolId, headerKey: c.req.valid('param').key, mapping: mapping as object },
            ['schoolId', 'headerKey'],
          );
        return c.json({ mapping }, 200);
      },
    );
}
