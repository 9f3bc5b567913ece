/** A student’s or a school’s archive, taken along and taken in. */
import { Readable } from 'node:stream';
import { createRoute, z } from '@hono/zod-openapi';
import { takenInSchema } from '@keel/core';
import type { Context } from 'hono';
import { type Env, json, router } from '../http/env.ts';
import { multipart } from '../http/multipart.ts';
import { Problem } from '../http/problem.ts';
import { requireChief, requireStudent } from '../scope.ts';
import { openArchive } from './read.ts';
import type { ArchiveOf } from './record.ts';
import { takeIn } from './take-in.ts';
import { writeArchive } from './write.ts';

const LARGEST = 1024 ** 3;

const zip = { description: 'The archive', content: { 'application/zip': { schema: z.any() } } };

function archive(c: Context<Env>, of: ArchiveOf, name: string) {
  c.header('Content-Type', 'application/zip');
  c.header('Content-Disposition', `attachment; filename="keelpath-${name}.zip"`);
  const stream = Readable.from(writeArchive(c.get('database'), of) as AsyncIterable<Buffer>);
  return c.body(Readable.toWeb(stream) as ReadableStream, 200);
}

export function archiveRoutes() {
  const routes = router();
  const tooLarge = (): never => {
    throw new Problem(413, 'The archive is larger than 1 GB: archive fewer students at a time.');
  };
  routes.use('/archives', multipart(LARGEST, tooLarge));
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
        responses: { 200: zip },
      }),
      async (c) => {
        requireChief(c.get('viewer'));
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
                    .custom<File>((value) => value instanceof File, 'choose a file')
                    .openapi({ type: 'string', format: 'binary' }),
                }),
              },
            },
          },
        },
        responses: { 201: json(takenInSchema, 'What was new') },
      }),
      async (c) => {
        requireChief(c.get('viewer'));
        const { file } = c.req.valid('form');
        const opened = await openArchive(Buffer.from(await file.arrayBuffer()));
        try {
          return c.json(await takeIn(c.get('database'), c.get('viewer'), opened), 201);
        } finally {
          opened.close();
        }
      },
    );
}
