/** What people say of attempts: added, never changed. Edits work the score out anew. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  changesAttempts,
  INSTRUCTOR_ONLY,
  isOtherWay,
  matchInterval,
  type Score,
  type StatementBody,
  statementBodySchema,
  statementSchema,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { type RecordingRow, ScoreEntity, StatementEntity } from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { requireInstructor } from '../scope.ts';
import { ask } from '../tasks/list.ts';
import { statementsOf } from './analysis-input.ts';
import { requireRecording } from './recordings.ts';

const SHORTEST_S = 5;
const LONGEST_WAIT_MS = 30_000;
/** Words of these kinds were said of a score, which is kept as long as they are. */
const OF_A_SCORE: readonly StatementBody['kind'][] = ['grade', 'self-grade', 'override'];

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

/** Within this the end of an attempt is the one that was meant. */
const SAME_END_S = 0.5;

/** @throws Problem 422 for a turn to the left that is to be made one with a turn to the right. */
function requireOneWay(attempts: Score['attempts'], body: Extract<StatementBody, { kind: 'merge' }>): void {
  const own = attempts[matchInterval(attempts, body)];
  const other = attempts.find(({ endS }) => Math.abs(endS - body.withEndS) < SAME_END_S);
  if (own && other && isOtherWay(own, other))
    throw new Problem(422, 'withEndS: a turn to the left and one to the right are two attempts.');
}

export function statementRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}/statements',
        summary: 'Everything said of a recording, oldest first',
        request: { params },
        responses: { 200: json(z.array(statementSchema), 'What was said') },
      }),
      async (c) => {
        const recording = await requireRecording(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.json(await statementsOf(c.get('database'), recording), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/recordings/{id}/statements',
        summary: 'Say something of an attempt; the id is the client’s own, so that sending twice is harmless',
        request: { params, body: jsonBody(z.object({ id: z.uuid(), body: statementBodySchema })) },
        responses: {
          200: json(z.array(statementSchema), 'Said before'),
          201: json(z.array(statementSchema), 'Everything said so far'),
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const recording = await requireRecording(database, viewer, c.req.valid('param').id);
        const { id, body } = c.req.valid('json');
        if (INSTRUCTOR_ONLY.includes(body.kind)) requireInstructor(viewer);
        if (body.kind === 'self-grade' && viewer.id !== recording.studentId) {
          throw new Problem(403, 'Only the student grades their own attempt.');
        }
        requirePossible(body);
        const { isNew, scoring } = await say(database, viewer, recording, id, body);
        // Whoever changed an attempt looks at what came of it; if it takes long, the page asks again.
        if (scoring) await c.get('tasks').ended(scoring, LONGEST_WAIT_MS);
        const all = await statementsOf(database, recording);
        return isNew ? c.json(all, 201) : c.json(all, 200);
      },
    );
}

/**
 * Keeps a word and what follows from it, in one transaction; said again, it mends what is missing of that.
 * @returns whether it was new, and the task that scores the recording anew, where the word asks for it.
 * @throws Problem 409 where the id is another recording’s.
 */
function say(
  database: DataSource,
  viewer: Viewer,
  recording: RecordingRow,
  id: string,
  body: StatementBody,
): Promise<{ isNew: boolean; scoring: string | null }> {
  const { schoolId, id: recordingId } = recording;
  return database.transaction(async (manager) => {
    const score = await manager.findOne(ScoreEntity, {
      select: { id: true, createdAt: true, score: body.kind === 'merge' },
      where: { schoolId, recordingId, current: true },
    });
    if (body.kind === 'merge' && score) requireOneWay(score.score.attempts, body);
    const scoreId = OF_A_SCORE.includes(body.kind) ? (score?.id ?? null) : null;
    const row = { schoolId, id, recordingId, authorId: viewer.id, scoreId, body };
    const isNew = await insertOnce(manager, StatementEntity, row, ['recordingId']);
    const kept = await manager.findOneByOrFail(StatementEntity, { schoolId, id });
    if (!changesAttempts(kept.body.kind)) {
      if (isNew) await writeAttempts(manager, recording);
      return { isNew, scoring: null };
    }
    const counted = !isNew && score !== null && score.createdAt > kept.createdAt;
    const askedBy = viewer.id;
    const scoring = counted
      ? null
      : await ask(manager, { schoolId, kind: 'score', subject: recordingId, askedBy });
    return { isNew, scoring };
  });
}
