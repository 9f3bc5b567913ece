/** The school's choices of technique. */
import { createRoute, z } from '@hono/zod-openapi';
import { type Technique, techniqueSchema } from '@keel/core';
import type { School } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { changeSettings, versionOf } from './change-settings.ts';

/** The school's choices, with the default for any that an older row does not have. */
export const techniqueOf = (school: School): Technique => techniqueSchema.parse(school.settings.technique);

const versionedSchema = z.object({ version: z.number().int(), technique: techniqueSchema });

export function techniqueRoutes() {
  const routes = router();

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/technique',
        summary: 'How the school flies',
        responses: { 200: json(versionedSchema, 'The choices of technique') },
      }),
      async (c) => {
        const school = await given(c).school();
        return c.json({ version: versionOf(school, 'technique'), technique: techniqueOf(school) }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/technique',
        summary: 'Change how the school flies; `version` is the one that was read',
        request: { body: jsonBody(versionedSchema) },
        responses: { 200: json(versionedSchema, 'Changed') },
      }),
      async (c) => {
        const { version, technique } = c.req.valid('json');
        const now = await changeSettings(c.get('database'), c.get('viewer'), 'technique', version, {
          technique,
        });
        return c.json({ version: now, technique }, 200);
      },
    );
}
