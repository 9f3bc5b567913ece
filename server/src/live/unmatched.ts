/** Flights that matched no lesson: whose each may be, and that it is given to one, while it flies and after. */

import { createRoute, z } from '@hono/zod-openapi';
import { givenFlightSchema, unmatchedFlightSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { requireLesson } from '../brief/lessons.ts';
import { type Lesson, type LiveFlight, LiveFlightEntity, RecordingEntity } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { takeFrom } from '../debrief/move-recording.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { ask } from '../tasks/list.ts';
import { LIVE_CHANNEL } from './limits.ts';
import { mayWatch, requireFlight } from './may-watch.ts';

const MOST = 50;

/** Under way without a lesson, or ended as a recording of none; the latest first. */
async function unmatched(database: DataSource, viewer: Viewer) {
  const rows: (LiveFlight & { airplaneId: string; airplane: string; student: string | null })[] =
    await database.query(
      `SELECT flight.id, flight.school_id AS "schoolId", flight.airplane_row_id AS "airplaneRowId", flight.begun_at AS "begunAt",
         flight.heard_at AS "heardAt", flight.ended_at AS "endedAt", flight.recording_id AS "recordingId",
         coalesce(recording.student_id, flight.student_id) AS "studentId",
         airplane.id AS "airplaneId", airplane.data->>'name' AS airplane, account.name AS student
       FROM live_flight flight
       JOIN airplane ON airplane.school_id = flight.school_id AND airplane.row_id = flight.airplane_row_id
       LEFT JOIN recording ON recording.school_id = flight.school_id AND recording.id = flight.recording_id
       LEFT JOIN account ON account.school_id = flight.school_id AND account.id = coalesce(recording.student_id, flight.student_id)
       WHERE flight.school_id = $1 AND flight.next_seq > 0 AND CASE WHEN flight.recording_id IS NULL
         THEN flight.lesson_id IS NULL ELSE recording.lesson_id IS NULL AND recording.deleted_at IS NULL AND recording.id IS NOT NULL END
       ORDER BY flight.begun_at DESC LIMIT $2`,
      [viewer.schoolId, MOST],
    );
  const seen = [];
  for (const row of rows) if (await mayWatch(database, viewer, row)) seen.push(row);
  return seen.map((row) => ({
    id: row.id,
    airplane: { id: row.airplaneId, name: row.airplane },
    student: row.studentId ? { id: row.studentId, name: row.student ?? '' } : null,
    begunAt: row.begunAt.toISOString(),
    heardAt: row.heardAt.toISOString(),
    endedAt: row.endedAt?.toISOString() ?? null,
    recordingId: row.recordingId,
  }));
}

/**
 * Gives a flight to a lesson. Under way it is coached by that lesson's cards from then on; ended, its recording is scored
 * again by them. Given to another lesson later, it goes there.
 * @returns its recording, where it has ended
 * @throws Problem 409 where a signed entry names the recording, or the student has the very same file already
 */
async function give(
  database: DataSource,
  viewer: Viewer,
  flightId: string,
  { schoolId, id: lessonId, studentId, standardRowId }: Lesson,
): Promise<string | null> {
  try {
    return await database.transaction(async (manager) => {
      // Held: a flight that ends at this moment ends before, or with its lesson.
      const { recordingId } = await manager.findOneOrFail(LiveFlightEntity, {
        where: { schoolId, id: flightId },
        lock: { mode: 'pessimistic_write' },
      });
      await manager.update(LiveFlightEntity, { schoolId, id: flightId }, { studentId, lessonId });
      if (recordingId) {
        const recording = await manager.findOneByOrFail(RecordingEntity, { schoolId, id: recordingId });
        if (recording.studentId !== studentId) await takeFrom(manager, viewer, recording);
        await manager.update(
          RecordingEntity,
          { schoolId, id: recordingId },
          { studentId, lessonId, standardRowId },
        );
        await ask(manager, { schoolId, kind: 'score', subject: recordingId });
      }
      await addToTrail(manager, viewer, 'flight given to a lesson', lessonId);
      await manager.query('SELECT pg_notify($1, $2)', [LIVE_CHANNEL, `${flightId}/lesson`]);
      return recordingId;
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new Problem(409, 'This student has the very same file for that airplane already.');
  }
}

export function unmatchedRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/live/unmatched',
        summary: 'Flights that matched no lesson, under way and ended',
        middleware: [instructorsOnly] as const,
        responses: { 200: json(z.array(unmatchedFlightSchema), 'The latest first') },
      }),
      async (c) => {
        return c.json(await unmatched(c.get('database'), c.get('viewer')), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/live/{id}/lesson',
        summary: 'Give a flight to a lesson, while it flies or after',
        middleware: [instructorsOnly] as const,
        request: {
          params: z.object({ id: z.uuid() }),
          body: jsonBody(z.object({ lessonId: z.uuid() })),
        },
        responses: { 200: json(givenFlightSchema, 'Its recording, where it has ended') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const flight = await requireFlight(database, viewer, c.req.valid('param').id);
        const lesson = await requireLesson(database, viewer, c.req.valid('json').lessonId);
        return c.json({ recordingId: await give(database, viewer, flight.id, lesson) }, 200);
      },
    );
}
