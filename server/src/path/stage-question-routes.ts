/** What stage checks ask: the program's short set until the school has written its own. */
import { createRoute, z } from '@hono/zod-openapi';
import { QUESTIONS, questionSchema } from '@keel/core';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly, instructorsOnly } from '../http/only.ts';
import { changeSettings, versionOf } from '../technique/change-settings.ts';

const MOST = 400;
const answer = z.object({
  version: z.number().int(),
  questions: z.array(questionSchema),
  /** The school's, not the program's. */
  own: z.boolean(),
});

export const stageQuestionRoutes = () =>
  router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/stage-questions',
        summary: 'What stage checks ask, with what each answer has to hold',
        middleware: [instructorsOnly] as const,
        responses: { 200: json(answer, 'The questions') },
      }),
      async (c) => {
        const school = await given(c).school();
        const { stageQuestions } = school.settings;
        return c.json(
          {
            version: versionOf(school, 'stageQuestions'),
            questions: stageQuestions ?? [...QUESTIONS],
            own: stageQuestions !== undefined,
          },
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/stage-questions',
        summary: 'The school’s own questions in place of those there are; null for the program’s again',
        middleware: [chiefsOnly] as const,
        request: {
          body: jsonBody(
            z.object({
              version: z.number().int(),
              questions: z.array(questionSchema).min(1, 'at least one question').max(MOST).nullable(),
            }),
          ),
        },
        responses: { 200: json(answer, 'Changed; open stage checks keep what they were drawn with') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { version, questions } = c.req.valid('json');
        const part = { stageQuestions: questions ?? undefined };
        const now = await changeSettings(database, viewer, 'stageQuestions', version, part);
        return c.json({ version: now, questions: questions ?? [...QUESTIONS], own: questions !== null }, 200);
      },
    );
