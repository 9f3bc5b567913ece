/** A student’s or a school’s archive, taken along and taken in. */

import { finished, Readable } from 'node:stream';
import { createRoute, z } from '@hono/zod-openapi';
import { takenInSchema } from '@keel/core';
import type { Context } from 'hono';
import { type Env, json, router } from '../http/env.ts';
import { log, plain } from '../http/log.ts';
import { FileOnDisk, multipart } from '../http/multipart.ts';
import { chiefsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { requireStudent } from '../scope.ts';
import type { ArchiveOf } from './record.ts';
import { writeArchive } from './write.ts';

const LARGEST = 1024 ** 3;

const zip = { description: 'The archive', content: { 'application/zip': { schema: z.any() } } };

/** Archives that are being made and read, at the most: of one person, and of all. */
const MOST_OF_ONE = 2;
const MOST_OF_ALL = 4;
/** Nobody reads one any more of which nothing was taken for so long. */
const UNREAD_MS = 60_000;
const making = new Map<string, number>();

/** Made no further than it is read; whoever goes away ends it. @throws Problem 429 */
function archive(c: Context<Env>, of: ArchiveOf, name: string) {
  const { id: who } = c.get('viewer');
  const mine = making.get(who) ?? 0;
  const all = [...making.values()].reduce((sum, one) => sum + one, 0);
  if (mine >= MOST_OF_ONE || all >= MOST_OF_ALL)
    throw new Problem(429, 'Archives are being made already: wait until one of them has come.');
  making.set(who, mine + 1);
  const { stream, over } = writeArchive(c.get('database'), of);
  const leave = () => stream.destroy();
  let unread = setTimeout(leave, UNREAD_MS);
  stream.on('data', () => {
    clearTimeout(unread);
    unread = setTimeout(leave, UNREAD_MS);
  });
  stream.pause();
  const { signal } = c.req.raw;
  signal.addEventListener('abort', leave);
  if (signal.aborted) leave();
  finished(stream, (error) => {
    clearTimeout(unread);
    if (error && error.code !== 'ERR_STREAM_PREMATURE_CLOSE')
      log.warn({ error: plain(error) }, 'an archive was not made to its end');
  });
  over.then(() => {
    const left = (making.get(who) ?? 1) - 1;
    if (left > 0) making.set(who, left);
    else making.delete(who);
  });
  c.header('Content-Type', 'application/zip');
  c.header('Content-Disposition', `attachment; filename="keelpath-${name}.zip"`);
  return c.body(Readable.toWeb(stream) as ReadableStream, 200);
}

export function archiveRoutes() {
  const routes = router();
  routes.use('/archives', chiefsOnly);
  routes.use('/archives', multipart(LARGEST, 'on disk'));
  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/archive',
        summary: 'All that the school knows of a student, to be taken along',
        request: { params: z.object({ id: z.uuid() }) },
        responses: { 200: zip },
      }),
      async (c) => {
        const { schoolId, id } = await requireStudent(
          c.get('database'),
          c.get('viewer'),
          c.req.valid('param').id,
        );
        return archive(c, { schoolId, studentId: id }, 'student');
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/school/archive',
        summary: 'All that the school knows of all of its students',
        middleware: [chiefsOnly] as const,
        responses: { 200: zip },
      }),
      async (c) => {
        return archive(c, { schoolId: c.get('viewer').schoolId }, 'school');
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/archives',
        summary: 'Take an archive in; what is there already stays as it is',
        request: {
          body: {
            required: true,
            content: {
              'multipart/form-data': {
                schema: z.object({
                  file: z
                    .custom<File>((value) => value instanceof FileOnDisk, 'choose a file')
                    .openapi({ type: 'string', format: 'binary' }),
                }),
              },
            },
          },
        },
        responses: { 201: json(takenInSchema, 'What was new') },
      }),
      async (c) => {
        const { file } = c.req.valid('form');
        const { threads } = c.get('tasks');
        const { schoolId, id, session } = c.get('viewer');
        const by = { schoolId, id, session };
        const taken = await threads.archive({ path: (file as FileOnDisk).path, by });
        if ('refused' in taken) throw new Problem(taken.status, taken.refused);
        return c.json(taken, 201);
      },
    );
}
