/** Stage checks over the wire: the chief designates, the checker marks and closes, the instructor trains again. */
import { createRoute, z } from '@hono/zod-openapi';
import {
  newStageCheckSchema,
  retrainingSchema,
  stageCheckSchema,
  stageMarkSchema,
  stageStateOf,
} from '@keel/core';
import { AccountEntity, type StageCheckRow, StageRetrainingEntity } from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly, instructorsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { recordPaper } from '../record/record-paper.ts';
import { requireStudent } from '../scope.ts';
import {
  changeStageCheck,
  describe,
  makeStageCheck,
  marked,
  requireStageCheck,
  stageChecksOf,
} from './stage-checks.ts';

const params = z.object({ id: z.uuid() });
const answer = json(stageCheckSchema, 'The stage check as it stands');

export function stageCheckRoutes() {
  const shown = async (database: Parameters<typeof requireStageCheck>[0], viewer: Viewer, id: string) =>
    (await describe(database, viewer, [await requireStageCheck(database, viewer, id)]))[0];
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/stage-checks',
        summary: 'A student’s stage checks, newest first',
        request: { params },
        responses: { 200: json(z.array(stageCheckSchema), 'The stage checks') },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        return c.json(await stageChecksOf(database, viewer, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/stage-checks',
        summary: 'Designate a checker: the plan is drawn, and a lesson is made of it',
        middleware: [chiefsOnly] as const,
        request: { params, body: jsonBody(newStageCheckSchema) },
        responses: { 201: answer },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const row = await makeStageCheck(database, viewer, student, c.req.valid('json'));
        return c.json((await describe(database, viewer, [row]))[0], 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/stage-checks/{id}',
        summary:
          'One stage check; to the student without questions and surprises, and without marks while it is open',
        request: { params },
        responses: { 200: answer },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        return c.json(await shown(database, viewer, c.req.valid('param').id), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/stage-checks/{id}/{kind}/{of}',
        summary: 'The checker marks a question or a task; until it is closed the last mark counts',
        middleware: [instructorsOnly] as const,
        request: {
          params: params.extend({ kind: z.enum(['questions', 'tasks']), of: z.string().max(60) }),
          body: jsonBody(stageMarkSchema),
        },
        responses: { 200: answer },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const { id, kind, of } = c.req.valid('param');
        const row = await requireStageCheck(database, viewer, id);
        const mark = c.req.valid('json');
        await changeStageCheck(database, viewer, row, (now) => ({ marks: marked(now, kind, of, mark) }));
        return c.json(await shown(database, viewer, id), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/stage-checks/{id}/close',
        summary: 'The checker closes it for good; broken off with a reason, it is no failure',
        middleware: [instructorsOnly] as const,
        request: {
          params,
          body: jsonBody(z.object({ discontinued: z.string().trim().min(1).max(300).nullable() })),
        },
        responses: { 200: answer },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const { id } = c.req.valid('param');
        const row = await requireStageCheck(database, viewer, id);
        const { discontinued } = c.req.valid('json');
        await changeStageCheck(
          database,
          viewer,
          row,
          (now) => closing(now, discontinued),
          'stage check closed',
        );
        return c.json(await shown(database, viewer, id), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/stage-checks/{id}/retraining',
        summary: 'Training in what was not passed, before it is shown again',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(retrainingSchema) },
        responses: { 201: answer },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const row = await requireStageCheck(database, viewer, c.req.valid('param').id);
        if (!row.closedAt) throw new Problem(409, 'This stage check is still open: close it first.');
        const body = c.req.valid('json');
        await insertNew(database.manager, StageRetrainingEntity, {
          schoolId: row.schoolId,
          id: body.id,
          checkId: row.id,
          authorId: viewer.id,
          body,
        });
        return c.json(await shown(database, viewer, row.id), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/stage-checks/{id}/letter.pdf',
        summary: 'The letter: what was checked by whom, and the checker’s result',
        request: { params },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const row = await requireStageCheck(database, viewer, c.req.valid('param').id);
        if (!row.closedAt) throw new Problem(409, 'There is a letter once the checker has closed it.');
        const { schoolId } = viewer;
        const student = await database
          .getRepository(AccountEntity)
          .findOneByOrFail({ schoolId, id: row.studentId });
        return recordPaper(c, student, { paper: 'stage-letter', checkId: row.id }, 'stage-check.pdf');
      },
    );
}

/** @throws Problem 409 where something is still to be marked. */
function closing(row: StageCheckRow, discontinued: string | null) {
  const { plan, marks } = row;
  const state = stageStateOf({ plan, marks, discontinued: null, closed: false });
  if (discontinued === null && state !== 'to-close')
    throw new Problem(
      409,
      'Something is not marked yet. Mark it, or say why the check was broken off: that is no failure.',
    );
  return { discontinued, closedAt: new Date() };
}
