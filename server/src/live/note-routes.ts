/** Notes of a flight under way: by whoever teaches, each once, whatever the network does in between. */
import { createRoute, z } from '@hono/zod-openapi';
import { liveNoteSchema, newLiveNoteSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { LiveNoteEntity, ScoreEntity } from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { requireInstructor } from '../scope.ts';
import { flightTimeAt } from './clocks.ts';
import { requireFlight } from './may-watch.ts';
import { clocksOfFlight, sayNotes } from './notes.ts';

const flightParam = z.object({ id: z.uuid() });

async function notesOf(database: DataSource, { schoolId }: Viewer, flightId: string) {
  const clocks = await clocksOfFlight(database.manager, { schoolId, id: flightId });
  const rows = await database.query<
    { id: string; at: Date; body: unknown; undone: boolean; authorId: string; author: string }[]
  >(
    `SELECT note.id, note.at, note.body, note.undone, account.id AS "authorId", account.name AS author
     FROM live_note note JOIN account ON account.school_id = note.school_id AND account.id = note.author_id
     WHERE note.school_id = $1 AND note.flight_id = $2 ORDER BY note.at`,
    [schoolId, flightId],
  );
  return rows.map(({ id, at, body, undone, authorId, author }) =>
    liveNoteSchema.parse({
      id,
      atMs: at.getTime(),
      body,
      undone,
      author: { id: authorId, name: author },
      atS: clocks && flightTimeAt(clocks, at.getTime()),
    }),
  );
}

export function liveNoteRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/live/{id}/notes',
        summary: 'What was said of a flight while it was flown, in the order of the moments',
        request: { params: flightParam },
        responses: { 200: json(z.array(liveNoteSchema), 'The notes') },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        const { id } = c.req.valid('param');
        await requireFlight(database, viewer, id);
        return c.json(await notesOf(database, viewer, id), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/live/{id}/notes',
        summary:
          'Say something while it is flown; the id is the client’s own, so that sending twice is harmless',
        request: { params: flightParam, body: jsonBody(newLiveNoteSchema) },
        responses: { 201: json(z.object({ id: z.uuid(), serverMs: z.number() }), 'It is kept') },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        requireInstructor(viewer);
        const { id: flightId } = c.req.valid('param');
        const flight = await requireFlight(database, viewer, flightId);
        const { id, atMs, body } = c.req.valid('json');
        const { schoolId } = viewer;
        await database.transaction(async (manager) => {
          const row = { schoolId, id, flightId, authorId: viewer.id, at: new Date(atMs), body };
          await insertNew(manager, LiveNoteEntity, row);
          const kept = await manager.findOneByOrFail(LiveNoteEntity, { schoolId, id });
          if (kept.flightId !== flightId) throw new Problem(409, 'This id is used elsewhere.');
          // What comes after the flight has ended joins what is there already.
          const { recordingId } = flight;
          const score =
            recordingId && (await manager.findOneBy(ScoreEntity, { schoolId, recordingId, current: true }));
          if (recordingId && score) await sayNotes(manager, { schoolId, id: recordingId }, score.score);
        });
        return c.json({ id, serverMs: Date.now() }, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/live/{id}/notes/{noteId}',
        summary: 'Undo a note of one’s own that has not been said of a recording yet',
        request: { params: flightParam.extend({ noteId: z.uuid() }) },
        responses: { 204: { description: 'It counts no more' } },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        const { id: flightId, noteId } = c.req.valid('param');
        await requireFlight(database, viewer, flightId);
        const own = { schoolId: viewer.schoolId, id: noteId, flightId, authorId: viewer.id };
        const notes = database.getRepository(LiveNoteEntity);
        const note = await notes.findOneBy(own);
        if (!note) throw notFound('note');
        if (note.said) throw new Problem(409, 'It is at Debrief already: take it back there.');
        await notes.update(own, { undone: true });
        return c.body(null, 204);
      },
    );
}
