/** What people say of attempts: added, never changed. Edits work the score out anew. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  changesAttempts,
  INSTRUCTOR_ONLY,
  type StatementBody,
  statementBodySchema,
  statementSchema,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { type RecordingRow, ScoreEntity, StatementEntity } from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
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
        const scoring = await say(database, viewer, recording, id, body);
        // Whoever changed an attempt looks at what came of it; if it takes long, the page asks again.
        if (scoring) await c.get('tasks').ended(scoring, LONGEST_WAIT_MS);
        return c.json(await statementsOf(database, recording), 201);
      },
    );
}

/**
 * Keeps a word and what follows from it, in one transaction; said again, it mends what is missing of that.
 * @returns the task that scores the recording anew, where the word asks for it.
 * @throws Problem 409 where the id is another recording’s.
 */
function say(
  database: DataSource,
  viewer: Viewer,
  recording: RecordingRow,
  id: string,
  body: StatementBody,
): Promise<string | null> {
  const { schoolId, id: recordingId } = recording;
  return database.transaction(async (manager) => {
    const score = await manager.findOne(ScoreEntity, {
      select: { id: true, createdAt: true },
      where: { schoolId, recordingId, current: true },
    });
    const scoreId = OF_A_SCORE.includes(body.kind) ? (score?.id ?? null) : null;
    const row = { schoolId, id, recordingId, authorId: viewer.id, scoreId, body };
    const isNew = await insertNew(manager, StatementEntity, row);
    const kept = await manager.findOneByOrFail(StatementEntity, { schoolId, id });
    if (kept.recordingId !== recordingId) throw new Problem(409, 'This id is used elsewhere.');
    if (!changesAttempts(kept.body.kind)) {
      if (isNew) await writeAttempts(manager, recording);
      return null;
    }
    const counted = !isNew && score !== null && score.createdAt > kept.createdAt;
    return counted ? null : ask(manager, { schoolId, kind: 'score', subject: recordingId });
  });
}
