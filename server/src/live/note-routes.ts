/** Notes of a lesson while it is flown: by whoever teaches, each once, whatever the network does in between. */

import { createRoute, z } from '@hono/zod-openapi';
import { liveNoteSchema, newLiveNoteSchema } from '@keel/core';
import { type DataSource, type EntityManager, IsNull } from 'typeorm';
import { requireLesson } from '../brief/lessons.ts';
import { LiveNoteEntity, RecordingEntity, ScoreEntity } from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { sayNotes, timeOfFlight } from './notes.ts';
import { enterSeat } from './seat.ts';

const lessonParam = z.object({ id: z.uuid() });

async function notesOf(database: DataSource, { schoolId }: Viewer, lessonId: string) {
  const timeAt = await timeOfFlight(database.manager, { schoolId, lessonId });
  const rows = await database.query<
    { id: string; at: Date; body: unknown; undone: boolean; authorId: string; author: string }[]
  >(
    `SELECT note.id, note.at, note.body, note.undone, account.id AS "authorId", account.name AS author
     FROM live_note note JOIN account ON account.school_id = note.school_id AND account.id = note.author_id
     WHERE note.school_id = $1 AND note.lesson_id = $2 ORDER BY note.at`,
    [schoolId, lessonId],
  );
  return rows.map(({ id, at, body, undone, authorId, author }) =>
    liveNoteSchema.parse({
      id,
      atMs: at.getTime(),
      body,
      undone,
      author: { id: authorId, name: author },
      atS: timeAt?.(at.getTime()) ?? null,
    }),
  );
}

/** The lesson’s recording that has a score, the latest. */
async function scoredRecording(manager: EntityManager, schoolId: string, lessonId: string) {
  const recording = await manager.findOne(RecordingEntity, {
    where: { schoolId, lessonId, deletedAt: IsNull(), status: 'analysed' },
    order: { flownAt: 'DESC' },
  });
  const score =
    recording &&
    (await manager.findOneBy(ScoreEntity, { schoolId, recordingId: recording.id, current: true }));
  return score ? { recording, score: score.score } : null;
}

/** What was said joins what was recorded; where nothing was, what was tapped of attempts is graded by hand. */
async function bringUpToDate(manager: EntityManager, schoolId: string, lessonId: string): Promise<void> {
  const there = await scoredRecording(manager, schoolId, lessonId);
  if (!there) return enterSeat(manager, { schoolId, lessonId });
  await sayNotes(manager, there.recording, there.score);
  await writeAttempts(manager, there.recording);
}

const keptSchema = z.object({ id: z.uuid(), serverMs: z.number() });

export function liveNoteRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/clock',
        summary: 'The server’s clock, so that a moment marked by another is known',
        responses: { 200: json(z.object({ serverMs: z.number() }), 'Now') },
      }),
      (c) => c.json({ serverMs: Date.now() }, 200),
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/lessons/{id}/notes',
        summary: 'What was said of a lesson while it was flown, in the order of the moments',
        request: { params: lessonParam },
        responses: { 200: json(z.array(liveNoteSchema), 'The notes') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id } = c.req.valid('param');
        await requireLesson(database, viewer, id);
        return c.json(await notesOf(database, viewer, id), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/lessons/{id}/notes',
        summary:
          'Say something while it is flown; the id is the client’s own, so that sending twice is harmless',
        middleware: [instructorsOnly] as const,
        request: { params: lessonParam, body: jsonBody(newLiveNoteSchema) },
        responses: { 200: json(keptSchema, 'It was kept before'), 201: json(keptSchema, 'It is kept') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: lessonId } = c.req.valid('param');
        await requireLesson(database, viewer, lessonId);
        const { id, atMs, body } = c.req.valid('json');
        const { schoolId } = viewer;
        const isNew = await database.transaction(async (manager) => {
          const row = { schoolId, id, lessonId, authorId: viewer.id, at: new Date(atMs), body };
          const isNew = await insertOnce(manager, LiveNoteEntity, row, ['lessonId']);
          // What comes after the flight has ended joins what is there already.
          await bringUpToDate(manager, schoolId, lessonId);
          return isNew;
        });
        const answer = { id, serverMs: Date.now() };
        return isNew ? c.json(answer, 201) : c.json(answer, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/lessons/{id}/notes/{noteId}',
        summary: 'Undo a note of one’s own that has not been said of a recording yet',
        request: { params: lessonParam.extend({ noteId: z.uuid() }) },
        responses: { 204: { description: 'It counts no more' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: lessonId, noteId } = c.req.valid('param');
        await requireLesson(database, viewer, lessonId);
        const own = { schoolId: viewer.schoolId, id: noteId, lessonId, authorId: viewer.id };
        const notes = database.getRepository(LiveNoteEntity);
        const note = await notes.findOneBy(own);
        if (!note) throw notFound('note');
        if (note.said) throw new Problem(409, 'It is at Debrief already: take it back there.');
        await database.transaction(async (manager) => {
          await manager.update(LiveNoteEntity, own, { undone: true });
          await bringUpToDate(manager, viewer.schoolId, lessonId);
        });
        return c.body(null, 204);
      },
    );
}
