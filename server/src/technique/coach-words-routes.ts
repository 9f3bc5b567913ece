/** What the coach says, in the school's own words. */

import { createRoute, z } from '@hono/zod-openapi';
import { coachWordsSchema, unknownSentence } from '@keel/core';
import { SchoolEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { changeSettings, versionOf } from './change-settings.ts';

const versionedSchema = z.object({
  version: z.number().int(),
  words: coachWordsSchema,
  /** Whether what is said for safety stands in the right-seat view, for the instructor's eyes. */
  safetyInSeat: z.boolean(),
});

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
        const school = await given(c).school();
        const version = versionOf(school, 'coachWords');
        const { coachWords: words = {}, safetyInSeat = false } = school.settings;
        return c.json({ version, words, safetyInSeat }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/coach-words',
        summary: 'Put them otherwise; `version` is the one that was read',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(versionedSchema.partial({ safetyInSeat: true })) },
        responses: { 200: json(versionedSchema, 'Changed') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { version, words, safetyInSeat: asked } = c.req.valid('json');
        const unknown = unknownSentence(words);
        if (unknown !== undefined)
          throw new Problem(
            422,
            `${unknown}: the coach has no such sentence, or one that is said for safety or with the day’s figures and stays as it is.`,
          );
        const { settings } = await database
          .getRepository(SchoolEntity)
          .findOneByOrFail({ id: viewer.schoolId });
        const safetyInSeat = asked ?? settings.safetyInSeat ?? false;
        const part = { coachWords: words, safetyInSeat };
        const now = await changeSettings(database, viewer, 'coachWords', version, part);
        return c.json({ version: now, words, safetyInSeat }, 200);
      },
    );
