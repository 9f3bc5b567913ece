/** What the coach says, in the school's own words. */
import { createRoute, z } from '@hono/zod-openapi';
import { coachWordsSchema, unknownSentence } from '@keel/core';
import { SchoolEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { requireChief } from '../scope.ts';

const versionedSchema = z.object({ version: z.number().int(), words: coachWordsSchema });

export const coachWordsRoutes = () =>
  router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/coach-words',
        summary: 'What the coach says in the school’s own words, by maneuver and sentence',
        responses: { 200: json(versionedSchema, 'The words; what is left out is said in the program’s') },
      }),
      async (c) => {
        const schools = c.get('database').getRepository(SchoolEntity);
        const { version, settings } = await schools.findOneByOrFail({ id: c.get('viewer').schoolId });
        return c.json({ version, words: settings.coachWords ?? {} }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/coach-words',
        summary: 'Put them otherwise; `version` is the one that was read',
        request: { body: jsonBody(versionedSchema) },
        responses: { 200: json(versionedSchema, 'Changed') },
      }),
      async (c) => {
        const viewer = c.get('viewer');
        requireChief(viewer);
        const { version, words } = c.req.valid('json');
        const unknown = unknownSentence(words);
        if (unknown !== undefined)
          throw new Problem(
            422,
            `${unknown}: the coach has no such sentence, or one that is said for safety or with the day’s figures and stays as it is.`,
          );
        const schools = c.get('database').getRepository(SchoolEntity);
        const { settings } = await schools.findOneByOrFail({ id: viewer.schoolId });
        const { affected } = await schools.update(
          { id: viewer.schoolId, version },
          { settings: { ...settings, coachWords: words }, version: version + 1 },
        );
        if (affected === 0)
          throw new Problem(
            409,
            'The school’s choices were changed in another window. Load them again; yours are still here.',
          );
        return c.json({ version: version + 1, words }, 200);
      },
    );
