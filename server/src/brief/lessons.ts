/** Lessons: what is to be flown, in which airplane, by which standard, with its cards. */

import { randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import { dayIn, lessonInputSchema, lessonSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { type Lesson, LessonEntity } from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { madeFile } from '../http/made-file.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { visible } from '../scope.ts';
import { lessonCalendar } from './calendar.ts';
import { describeLessons } from './describe-lessons.ts';
import { inCalendar } from './in-calendar.ts';
import { KNEEBOARD_SIZES } from './kneeboard.ts';
import { lessonColumns } from './lesson-columns.ts';
import { lessonListRoute, listLessons } from './lesson-list.ts';

/** @throws Problem 404 when the viewer may not see such a lesson. */
export async function requireLesson(database: DataSource, viewer: Viewer, id: string): Promise<Lesson> {
  const query = database
    .getRepository(LessonEntity)
    .createQueryBuilder('lesson')
    .where('lesson.id = :id', { id });
  const lesson = await visible(query, 'lesson', viewer).getOne();
  if (!lesson) throw notFound('lesson');
  return lesson;
}

/** What an instructor made of a proposal, and why, stays beside it. */
function changedProposal(
  { proposal, items }: Lesson,
  columns: Pick<Lesson, 'items'>,
  { id: by }: Viewer,
  why = '',
): Lesson['proposal'] {
  const same = JSON.stringify(items) === JSON.stringify(columns.items);
  if (!proposal || same) return proposal;
  const change = { by, at: new Date().toISOString(), why, before: items };
  return { ...proposal, changed: [...proposal.changed, change] };
}

const STILL_REFERRED_TO = '23503';

/** @throws Problem 409 where a recording, a note or an attempt belongs to it. */
async function deleteLesson(database: DataSource, viewer: Viewer, { id, title }: Lesson): Promise<void> {
  try {
    await database.transaction(async (manager) => {
      await manager.query('SELECT delete_lesson($1, $2, $3)', [viewer.session, viewer.schoolId, id]);
      await addToTrail(manager, viewer, 'lesson deleted', id, { title });
    });
  } catch (error) {
    if ((error as { driverError?: { code?: string } }).driverError?.code !== STILL_REFERRED_TO) throw error;
    throw new Problem(
      409,
      'Not deleted: recordings, notes or attempts belong to this lesson. Cancel its booking instead.',
    );
  }
}

const saved = () => new Problem(409, 'A lesson with this id is already saved.');

export function lessonRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  return routes
    .openapi(lessonListRoute, async (c) =>
      c.json(await listLessons(c.get('database'), c.get('viewer'), c.req.valid('query')), 200),
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/lessons/{id}',
        summary: 'One lesson with its cards',
        request: { params },
        responses: { 200: json(lessonSchema, 'The lesson') },
      }),
      async (c) => {
        const lesson = await requireLesson(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        const [described] = await describeLessons(c.get('database'), [lesson]);
        return c.json(described, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/lessons',
        summary: 'Save a new lesson',
        middleware: [instructorsOnly] as const,
        request: { body: jsonBody(lessonInputSchema) },
        responses: { 201: json(lessonSchema, 'Saved') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const input = c.req.valid('json');
        const lessons = database.getRepository(LessonEntity);
        const id = input.id ?? randomUUID();
        const { schoolId } = viewer;
        if (await lessons.findOneBy({ schoolId, id })) throw saved();
        const columns = await lessonColumns(database, viewer, input);
        const row = { id, schoolId, instructorId: viewer.id, version: 1, ...columns };
        if (!(await insertNew(database.manager, LessonEntity, row))) throw saved();
        return c.json(await inCalendar(database, viewer, { schoolId, id }), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/lessons/{id}',
        summary: 'Change a lesson; `version` is the one that was read',
        middleware: [instructorsOnly] as const,
        request: {
          params,
          body: jsonBody(
            lessonInputSchema.extend({
              version: z.number().int(),
              why: z.string().trim().max(300).optional(),
            }),
          ),
        },
        responses: { 200: json(lessonSchema, 'Changed') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { version, why, ...input } = c.req.valid('json');
        const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
        const columns = await lessonColumns(database, viewer, input);
        if (columns.studentId !== lesson.studentId)
          throw new Problem(422, 'studentId: a lesson stays with its student.');
        const lessons = database.getRepository(LessonEntity);
        // The version in the condition: of two windows that save at once, one wins and the other is told.
        const result = await lessons.update(
          { schoolId: lesson.schoolId, id: lesson.id, version },
          { ...columns, version: version + 1, proposal: changedProposal(lesson, columns, viewer, why) },
        );
        if (result.affected === 0) {
          throw new Problem(
            409,
            'This lesson was changed in another window. Load it again; your entries are still here.',
          );
        }
        return c.json(await inCalendar(database, viewer, lesson), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/lessons/{id}',
        summary: 'Delete a lesson that nothing is attached to',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: { 204: { description: 'Deleted' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
        await deleteLesson(database, viewer, lesson);
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/lessons/{id}/booking',
        summary: 'Put a lesson in the calendar at its time, where nothing is in its way',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: { 200: json(lessonSchema, 'The lesson; `notBooked` says what is in its way') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
        return c.json(await inCalendar(database, viewer, lesson, true), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/lessons/{id}/kneeboard.pdf',
        summary: 'The kneeboard, one maneuver a panel',
        request: { params, query: z.object({ size: z.enum(KNEEBOARD_SIZES).default('a5') }) },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const { viewer, database, zone } = given(c);
        const { schoolId, id, plannedAt } = await requireLesson(database, viewer, c.req.valid('param').id);
        const day = dayIn(plannedAt, await zone());
        const pdf = await madeFile(c, {
          schoolId,
          kind: 'kneeboard',
          input: { id, ...c.req.valid('query') },
        });
        c.header('Content-Type', 'application/pdf');
        c.header('Content-Disposition', `inline; filename="kneeboard-${day}.pdf"`);
        return c.body(new Uint8Array(pdf), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/lessons/{id}/lesson.ics',
        summary: 'The lesson for a calendar',
        request: { params },
        responses: {
          200: { description: 'iCalendar', content: { 'text/calendar': { schema: z.string() } } },
        },
      }),
      async (c) => {
        const { viewer, database, zone } = given(c);
        const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
        const [described] = await describeLessons(database, [lesson]);
        const day = dayIn(described.plannedAt, await zone());
        c.header('Content-Type', 'text/calendar; charset=utf-8');
        c.header('Content-Disposition', `attachment; filename="lesson-${day}.ics"`);
        return c.body(lessonCalendar(described), 200);
      },
    );
}
