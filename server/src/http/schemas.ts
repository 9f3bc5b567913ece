/** The JSON Schemas of every open file; also in docs/schemas. */
import { createRoute, z } from '@hono/zod-openapi';
import { jsonSchemaOf, OPEN_FILES } from '@keel/core';
import { json, router } from './env.ts';

export const schemaRoutes = () =>
  router().openapi(
    createRoute({
      method: 'get',
      path: '/schemas',
      summary: 'JSON Schemas of every file that goes in or out, by name',
      responses: { 200: json(z.record(z.string(), z.looseObject({})), 'The schemas') },
    }),
    async (c) =>
      c.json(Object.fromEntries(OPEN_FILES.map((file) => [file, jsonSchemaOf(file)])) as never, 200),
  );
