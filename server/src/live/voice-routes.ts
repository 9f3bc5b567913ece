/** The sound of a mark that was spoken: half a minute at most, by its author once, for whoever may read the lesson. */
import { createRoute, z } from '@hono/zod-openapi';
import { bodyLimit } from 'hono/body-limit';
import { requireLesson } from '../brief/lessons.ts';
import { LiveNoteEntity } from '../db/entities.ts';
import { router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { notFound, Problem, respond } from '../http/problem.ts';
import { requireInstructor } from '../scope.ts';

/** Half a minute of the least thrifty of what browsers record. */
const MOST_BYTES = 600 * 1024;
const TYPES = ['audio/webm', 'audio/ogg', 'audio/mp4'];

const params = z.object({ noteId: z.uuid() });

export function voiceRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'put',
        path: '/notes/{noteId}/voice',
        summary:
          'The sound of one’s own mark, as audio/webm, audio/ogg or audio/mp4; the same again is harmless',
        request: { params },
        middleware: [
          bodyLimit({
            maxSize: MOST_BYTES,
            onError: (c) => respond(c, new Problem(413, 'A voice note is at most half a minute, 600 kB.')),
          }),
        ] as const,
        responses: { 204: { description: 'It is kept' } },
      }),
      async (c) => {
        const viewer = c.get('viewer');
        requireInstructor(viewer);
        const { noteId } = c.req.valid('param');
        const own = { schoolId: viewer.schoolId, id: noteId, authorId: viewer.id };
        const notes = c.get('database').getRepository(LiveNoteEntity);
        if (!(await notes.existsBy(own))) throw notFound('note');
        const type = (c.req.header('Content-Type') ?? '').split(';')[0].trim();
        if (!TYPES.includes(type)) throw new Problem(415, `A voice note is ${TYPES.join(', ')}.`);
        const voice = Buffer.from(await c.req.arrayBuffer());
        if (voice.length === 0) throw new Problem(422, 'The voice note is empty.');
        const kept = await notes.findOneOrFail({ select: { id: true, voice: true }, where: own });
        if (kept.voice && !voice.equals(kept.voice))
          throw new Problem(409, 'This mark has another voice already: mark again.');
        await notes.update(own, { voice, voiceType: type });
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/notes/{noteId}/voice',
        summary: 'The sound of a mark, for whoever may read its lesson',
        request: { params },
        responses: { 200: { description: 'The sound' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { noteId: id } = c.req.valid('param');
        const note = await database.getRepository(LiveNoteEntity).findOne({
          select: { id: true, lessonId: true, voice: true, voiceType: true },
          where: { schoolId: viewer.schoolId, id },
        });
        if (!note) throw notFound('voice note');
        await requireLesson(database, viewer, note.lessonId);
        if (!note.voice || !note.voiceType) throw notFound('voice note');
        c.header('Content-Type', note.voiceType);
        c.header('Content-Disposition', 'attachment; filename="voice-note"');
        c.header('Cache-Control', 'private, max-age=31536000, immutable');
        return c.body(new Uint8Array(note.voice), 200);
      },
    );
}
