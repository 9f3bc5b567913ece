/** A recording that was sent with the wrong airplane, lesson, weight or columns is put right; one that nobody wants goes. */

import { createRoute, z } from '@hono/zod-openapi';
import { deletedRecordingSchema, mappingSchema, recordingSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { requireLesson } from '../brief/lessons.ts';
import { RecordingEntity, type RecordingRow, SignedEntity } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { requireAirplane } from '../hangar/routes.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { madeAnswer } from '../http/made-file.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { hideRecording } from '../path/hide-recording.ts';
import { addToTrail } from '../people/trail.ts';
import { namesOf, requireStudent, visible } from '../scope.ts';
import { requireStandard } from '../standards/newest.ts';
import { ask } from '../tasks/list.ts';
import { describeRecording } from './describe-recording.ts';
import { takeFrom } from './move-recording.ts';
import { requireRecording } from './recordings.ts';

const MOST_DELETED = 100;

const changeSchema = z
  .strictObject({
    /** Gives what is nobody’s yet to a student, or what was sent for the wrong one to the right one. */
    studentId: z.uuid(),
    airplaneId: z.string(),
    standardId: z.string(),
    /** Null takes the recording out of its lesson. */
    lessonId: z.uuid().nullable(),
    /** Null goes back to what the file or the lesson says. */
    weightLb: z.number().min(100).max(20_000).nullable(),
    groundFt: z.number().min(-1500).max(30_000).nullable(),
    mapping: mappingSchema.nullable(),
  })
  .partial()
  .refine((change) => Object.keys(change).length > 0, 'say what is to be put right');

/** @throws Problem 404 when the viewer may see no such hidden recording. */
async function requireHidden(database: DataSource, viewer: Viewer, id: string): Promise<RecordingRow> {
  const query = database
    .getRepository(RecordingEntity)
    .createQueryBuilder('recording')
    .where('recording.id = :id AND recording.deletedAt IS NOT NULL', { id });
  const recording = await visible(query, 'recording', viewer).getOne();
  if (!recording) throw notFound('deleted recording');
  return recording;
}

/** The columns that a change stands for. */
async function columnsOf(
  database: DataSource,
  viewer: Viewer,
  recording: RecordingRow,
  change: z.output<typeof changeSchema>,
): Promise<Partial<RecordingRow>> {
  const { studentId, airplaneId, standardId, lessonId, mapping: _, ...own } = change;
  if (studentId !== undefined) await requireStudent(database, viewer, studentId);
  const owner = studentId ?? recording.studentId;
  const [airplane, standard, lesson] = await Promise.all([
    airplaneId === undefined ? undefined : requireAirplane(database, viewer, airplaneId),
    standardId === undefined ? undefined : requireStandard(database, viewer, standardId),
    lessonId ? requireLesson(database, viewer, lessonId) : undefined,
  ]);
  if (lesson && lesson.studentId !== owner)
    throw new Problem(422, 'lessonId: that lesson is another student’s.');
  return {
    ...own,
    studentId: owner,
    ...(airplane && { airplaneRowId: airplane.rowId }),
    ...(standard && { standardRowId: standard.rowId }),
    // The lesson that it came with is its first student's.
    ...(isMoved(recording, studentId) && { lessonId: null }),
    ...(lessonId !== undefined && { lessonId }),
  };
}

const isMoved = ({ studentId: from }: RecordingRow, to: string | undefined): boolean =>
  to !== undefined && from !== null && to !== from;

export function recordingChangeRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  return routes
    .openapi(
      createRoute({
        method: 'patch',
        path: '/recordings/{id}',
        summary: 'Put right what a recording was sent with; it is scored again',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(changeSchema) },
        responses: { 200: json(recordingSchema, 'The recording, being scored again') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const recording = await requireRecording(database, viewer, c.req.valid('param').id);
        const change = c.req.valid('json');
        const columns = await columnsOf(database, viewer, recording, change);
        const { schoolId, id } = recording;
        // The columns first: a file that cannot be read so is left as it is.
        if (change.mapping !== undefined)
          await madeAnswer(c, z.object({}), {
            schoolId,
            kind: 'reread',
            input: { id, mapping: change.mapping },
          });
        try {
          await database.transaction(async (manager) => {
            if (isMoved(recording, change.studentId)) await takeFrom(manager, viewer, recording);
            if (Object.keys(columns).length > 0)
              await manager.update(RecordingEntity, { schoolId, id }, columns);
            await addToTrail(manager, viewer, 'recording put right', recording.id, {
              changed: Object.keys(change),
            });
            await ask(manager, { schoolId, kind: 'score', subject: id });
          });
        } catch (error) {
          if (!isDuplicate(error)) throw error;
          throw new Problem(409, 'This student has the very same file for that airplane already.');
        }
        return c.json(await describeRecording(database, await requireRecording(database, viewer, id)), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/recordings/{id}',
        summary: 'Hide a recording and all that was worked out from it; it is removed after thirty days',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: { 204: { description: 'Hidden' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const recording = await requireRecording(database, viewer, c.req.valid('param').id);
        const { schoolId, id } = recording;
        await database.transaction(async (manager) => {
          await manager.findOne(RecordingEntity, {
            where: { schoolId, id },
            lock: { mode: 'pessimistic_write' },
          });
          if (await manager.existsBy(SignedEntity, { schoolId, recordingId: id }))
            throw new Problem(
              409,
              'A signed log entry names this recording: it stays. Correct the entry with a new one instead.',
            );
          await hideRecording(manager, recording);
          await addToTrail(manager, viewer, 'recording deleted', recording.id);
        });
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/deleted-recordings',
        summary: 'Recordings that were deleted and can still be restored',
        middleware: [instructorsOnly] as const,
        responses: { 200: json(z.array(deletedRecordingSchema), 'The last deleted first') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const query = database
          .getRepository(RecordingEntity)
          .createQueryBuilder('recording')
          .where('recording.deletedAt IS NOT NULL')
          .orderBy('recording.deletedAt', 'DESC')
          .limit(MOST_DELETED);
        const [rows, names] = [
          await visible(query, 'recording', viewer).getMany(),
          await namesOf(database, viewer),
        ];
        return c.json(
          rows.map(({ id, fileName, studentId, flownAt, deletedAt }) => ({
            id,
            fileName,
            student: studentId === null ? null : (names.get(studentId) ?? null),
            flownAt: flownAt.toISOString(),
            deletedAt: (deletedAt as Date).toISOString(),
          })),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/recordings/{id}/restore',
        summary: 'Take back that a recording was deleted, within thirty days',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: { 200: json(recordingSchema, 'The recording') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const recording = await requireHidden(database, viewer, c.req.valid('param').id);
        const { schoolId, id } = recording;
        try {
          await database.transaction(async (manager) => {
            await manager.update(RecordingEntity, { schoolId, id }, { deletedAt: null });
            await writeAttempts(manager, recording);
            if (recording.status === 'analysing')
              await ask(manager, { schoolId, kind: 'score', subject: id });
            await addToTrail(manager, viewer, 'recording restored', recording.id);
          });
        } catch (error) {
          if (!isDuplicate(error)) throw error;
          throw new Problem(
            409,
            'The same file was sent again meanwhile; that recording is the one in sight.',
          );
        }
        return c.json(await describeRecording(database, await requireRecording(database, viewer, id)), 200);
      },
    );
}
