/** Recordings: sent, looked at, scored again. */

import { createRoute, z } from '@hono/zod-openapi';
import { createdSchema, keelTraceSchema, mappingSchema, recordingSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { requireLesson } from '../brief/lessons.ts';
import { KeelEntity, RecordingEntity, type RecordingRow, ScoreEntity } from '../db/entities.ts';
import { bytesOf } from '../files/recording-files.ts';
import { refuseLarge } from '../http/bodies.ts';
import { json, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { multipart } from '../http/multipart.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { visible } from '../scope.ts';
import { ask } from '../tasks/list.ts';
import { changesBetween } from './changes-between.ts';
import { createRecording } from './create-recording.ts';
import { describeRecording } from './describe-recording.ts';
import { withJudgedSpans } from './judged-spans.ts';
import type { ScoreOutcome } from './score-task.ts';

const LARGEST_UPLOAD = 50 * 1024 * 1024;

const optionalNumber = (low: number, high: number) =>
  z
    .string()
    .optional()
    .transform((text, context) => {
      if (text === undefined || text.trim() === '') return undefined;
      const value = Number(text);
      if (Number.isFinite(value) && value >= low && value <= high) return value;
      context.addIssue({ code: 'custom', message: `a number from ${low} to ${high} was expected` });
      return z.NEVER;
    });

/** Undefined for text that is no JSON: the schema then says what it misses. */
const jsonOf = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
};

const uploadSchema = z.object({
  file: z
    .custom<File>((value) => value instanceof File, 'choose a file')
    .openapi({ type: 'string', format: 'binary' }),
  studentId: z.uuid(),
  airplaneId: z.string(),
  standardId: z.string(),
  lessonId: z.uuid().optional(),
  weightLb: optionalNumber(100, 20_000).openapi({ type: 'string' }),
  groundFt: optionalNumber(-1500, 30_000).openapi({ type: 'string' }),
  /** Whose day holds where file and lesson differ: the file's own, unless the lesson's is chosen. */
  dayFrom: z.enum(['file', 'lesson']).default('file'),
  /** For a table of another make: which column is what, as JSON. */
  mapping: z
    .string()
    .optional()
    .transform((text, context) => {
      if (text === undefined) return undefined;
      const read = mappingSchema.safeParse(jsonOf(text));
      if (read.success) return read.data;
      context.addIssue({ code: 'custom', message: read.error.issues[0].message });
      return z.NEVER;
    })
    .openapi({ type: 'string' }),
});

/** @throws Problem 404 when the viewer may not see such a recording. */
export async function requireRecording(
  database: DataSource,
  viewer: Viewer,
  id: string,
): Promise<RecordingRow> {
  const query = database
    .getRepository(RecordingEntity)
    .createQueryBuilder('recording')
    .where('recording.id = :id AND recording.deletedAt IS NULL', { id });
  const recording = await visible(query, 'recording', viewer).getOne();
  if (!recording) throw notFound('recording');
  return recording;
}

/** The lesson of that id, which must be this student's. */
async function lessonOf(database: DataSource, viewer: Viewer, id: string | undefined, studentId: string) {
  if (id === undefined) return null;
  const lesson = await requireLesson(database, viewer, id);
  if (lesson.studentId !== studentId) throw new Problem(422, 'lessonId: that lesson is another student’s.');
  return lesson;
}

export function recordingRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });
  routes.use('/recordings', instructorsOnly);
  routes.use('/recordings', multipart(LARGEST_UPLOAD));
  return routes
    .openapi(
      createRoute({
        method: 'post',
        path: '/recordings',
        summary: 'Upload a recording; it is read at once and scored in the background',
        request: { body: { required: true, content: { 'multipart/form-data': { schema: uploadSchema } } } },
        responses: {
          200: json(createdSchema, 'The same file was there already'),
          201: json(createdSchema, 'Read and kept'),
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const form = c.req.valid('form');
        if (form.file.size > LARGEST_UPLOAD) refuseLarge(c.req.path);
        const created = await createRecording({ database, tasks: c.get('tasks') }, viewer, {
          ...form,
          dayOfLesson: form.dayFrom === 'lesson',
          lesson: await lessonOf(database, viewer, form.lessonId, form.studentId),
          bytes: new Uint8Array(await form.file.arrayBuffer()),
          fileName: form.file.name || 'recording.csv',
          flownIn: 'airplane',
        });
        return created.duplicate ? c.json(created, 200) : c.json(created, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}',
        summary: 'A recording: its status, and its score when analysed',
        request: { params },
        responses: { 200: json(recordingSchema, 'The recording') },
      }),
      async (c) => {
        const recording = await requireRecording(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.json(await describeRecording(c.get('database'), recording), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}/file',
        summary: 'The original bytes, as they came',
        request: { params },
        responses: { 200: { description: 'The file', content: { 'text/csv': { schema: z.string() } } } },
      }),
      async (c) => {
        const recording = await requireRecording(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        const { schoolId, id: recordingId } = recording;
        const bytes = await bytesOf(c.get('database'), { schoolId, recordingId });
        c.header('Content-Type', 'text/csv');
        c.header(
          'Content-Disposition',
          `attachment; filename*=UTF-8''${encodeURIComponent(recording.fileName)}`,
        );
        return c.body(new Uint8Array(bytes));
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}/attempts/{attempt}/keel',
        summary: 'What the keel chart of one attempt draws',
        request: { params: params.extend({ attempt: z.coerce.number().int().min(0) }) },
        responses: { 200: json(keelTraceSchema, 'Lanes in units of tolerance') },
      }),
      async (c) => {
        const database = c.get('database');
        const { id, attempt } = c.req.valid('param');
        const { schoolId } = await requireRecording(database, c.get('viewer'), id);
        const score = await database
          .getRepository(ScoreEntity)
          .findOneBy({ schoolId, recordingId: id, current: true });
        const keel =
          score && (await database.getRepository(KeelEntity).findOneBy({ scoreId: score.id, attempt }));
        if (!keel) throw notFound('attempt');
        return c.json(withJudgedSpans(keel.trace, score.score.attempts[attempt]), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/recordings/{id}/rescore',
        summary: 'Work it out anew with this core and the edits in force, and say what changed',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: {
          200: json(z.object({ changes: z.array(z.string()) }), 'What changed against the score before'),
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { schoolId, id } = await requireRecording(database, viewer, c.req.valid('param').id);
        const current = { schoolId, recordingId: id, current: true };
        const scores = database.getRepository(ScoreEntity);
        const before = await scores.findOneBy(current);
        const task = await database.transaction((manager) =>
          ask(manager, { schoolId, kind: 'score', subject: id, askedBy: viewer.id }),
        );
        const ended = await c.get('tasks').ended(task);
        const { refused } = (ended.result ?? {}) as ScoreOutcome;
        if (refused) throw new Problem(422, refused);
        if (ended.state === 'cancelled') throw new Problem(409, 'The scoring was stopped.');
        if (ended.state !== 'done')
          throw new Problem(
            503,
            'The scoring is not done yet; it goes on by itself. Look again in a moment.',
          );
        const after = await scores.findOneByOrFail(current);
        return c.json({ changes: before ? changesBetween(before.score, after.score) : [] }, 200);
      },
    );
}
