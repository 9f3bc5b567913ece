/** What people say of attempts: added, never changed. Edits work the score out anew. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  changesAttempts,
  INSTRUCTOR_ONLY,
  type StatementBody,
  statementBodySchema,
  statementSchema,
} from '@keel/core';
import { StatementEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { requireInstructor } from '../scope.ts';
import { analyseAgain, statementsOf } from './analysis-store.ts';
import { requireRecording } from './recordings.ts';

const SHORTEST_S = 5;

/** @throws Problem 422 for an edit that leaves no attempt worth the name. */
function requirePossible(body: StatementBody): void {
  const refuse = (what: string) => {
    throw new Problem(422, what);
  };
  if (body.kind === 'edges' && body.newEndS - body.newStartS < SHORTEST_S)
    refuse('newEndS: an attempt lasts five seconds at the least.');
  if (body.kind === 'split' && Math.min(body.atS - body.startS, body.endS - body.atS) < SHORTEST_S)
    refuse('atS: each part of a split attempt lasts five seconds at the least.');
  if (body.kind === 'merge' && body.withEndS <= body.endS)
    refuse('withEndS: an attempt is merged with a later one; give the end of that.');
}

export function statementRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  routes.openapi(
    createRoute({
      method: 'get',
      path: '/recordings/{id}/statements',
      summary: 'Everything said of a recording, oldest first',
      request: { params },
      responses: { 200: json(z.array(statementSchema), 'What was said') },
    }),
    async (c) => {
      const { id } = await requireRecording(c.get('database'), c.get('viewer'), c.req.valid('param').id);
      return c.json(await statementsOf(c.get('database'), id), 200);
    },
  );

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/recordings/{id}/statements',
      summary: 'Say something of an attempt; the id is the client’s own, so that sending twice is harmless',
      request: { params, body: jsonBody(z.object({ id: z.uuid(), body: statementBodySchema })) },
      responses: { 201: json(z.array(statementSchema), 'Everything said so far') },
    }),
    async (c) => {
      const [viewer, database] = [c.get('viewer'), c.get('database')];
      const recording = await requireRecording(database, viewer, c.req.valid('param').id);
      const { id, body } = c.req.valid('json');
      if (INSTRUCTOR_ONLY.includes(body.kind)) requireInstructor(viewer);
      if (body.kind === 'self-grade' && viewer.id !== recording.studentId) {
        throw new Problem(403, 'Only the student grades their own attempt.');
      }
      requirePossible(body);
      const statements = database.getRepository(StatementEntity);
      const before = await statements.findOneBy({ id });
      if (before && before.recordingId !== recording.id) throw new Problem(409, 'This id is used elsewhere.');
      if (!before) await statements.insert({ id, recordingId: recording.id, authorId: viewer.id, body });
      if (!before && changesAttempts(body.kind)) {
        await analyseAgain(database, c.get('analyser'), recording.id);
      }
      return c.json(await statementsOf(database, recording.id), 201);
    },
  );
  return routes;
}
