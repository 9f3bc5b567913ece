/** Attempts that nothing recorded, entered by hand by an instructor: added, taken back with a reason, never changed. */
import { createRoute, z } from '@hono/zod-openapi';
import { type EnteredAttempt, enteredAttemptSchema, enteredBodySchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { type Account, EnteredAttemptEntity, LessonEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { namesOf, requireInstructor, requireStudent } from '../scope.ts';

/** A student's, in the order flown, those taken back among them. */
export async function enteredOf(database: DataSource, student: Account): Promise<EnteredAttempt[]> {
  const [rows, names] = await Promise.all([
    database
      .getRepository(EnteredAttemptEntity)
      .findBy({ schoolId: student.schoolId, studentId: student.id }),
    namesOf(database, student),
  ]);
  const name = (accountId: string) => names.get(accountId) ?? '';
  return rows
    .map((row) => ({
      ...row.body,
      id: row.id,
      by: name(row.authorId),
      enteredAt: row.createdAt.toISOString(),
      withdrawn: row.withdrawn && { ...row.withdrawn, by: name(row.withdrawn.by) },
    }))
    .sort((a, b) => Date.parse(a.flownAt) - Date.parse(b.flownAt));
}

export function enteredRoutes() {
  const routes = router();
  const all = json(
    z.array(enteredAttemptSchema),
    'All that were entered for this student, in the order flown',
  );

  return routes
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/entered-attempts',
        summary:
          'Enter an attempt that nothing recorded; the id is the client’s own, so that sending twice is harmless',
        request: {
          params: z.object({ id: z.uuid() }),
          body: jsonBody(z.object({ id: z.uuid(), body: enteredBodySchema })),
        },
        responses: { 201: all },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        requireInstructor(viewer);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id, body } = c.req.valid('json');
        if (Date.parse(body.flownAt) > Date.now())
          throw new Problem(422, 'flownAt: this moment has not come yet; enter what was flown.');
        const { lessonId } = body;
        if (
          lessonId &&
          !(await database.getRepository(LessonEntity).existsBy({
            schoolId: student.schoolId,
            id: lessonId,
            studentId: student.id,
          }))
        )
          throw new Problem(422, 'lessonId: this student has no such lesson.');
        const entered = database.getRepository(EnteredAttemptEntity);
        const before = await entered.findOneBy({ schoolId: student.schoolId, id });
        if (before && before.studentId !== student.id) throw new Problem(409, 'This id is used elsewhere.');
        if (!before)
          await entered.insert({
            id,
            schoolId: student.schoolId,
            studentId: student.id,
            authorId: viewer.id,
            lessonId,
            body,
          });
        return c.json(await enteredOf(database, student), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/entered-attempts/{entry}/withdraw',
        summary:
          'Take back what was entered, by who entered it or the chief; it stays in sight with the reason',
        request: {
          params: z.object({ id: z.uuid(), entry: z.uuid() }),
          body: jsonBody(z.object({ why: z.string().trim().min(1, 'say why').max(500) })),
        },
        responses: { 200: all },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        requireInstructor(viewer);
        const { id, entry } = c.req.valid('param');
        const student = await requireStudent(database, viewer, id);
        const entered = database.getRepository(EnteredAttemptEntity);
        const row = await entered.findOneBy({ schoolId: student.schoolId, id: entry, studentId: student.id });
        if (!row) throw notFound('attempt');
        if (row.authorId !== viewer.id && viewer.role !== 'chief')
          throw new Problem(403, 'Only who entered it, or the chief instructor, takes it back.');
        const withdrawn = { by: viewer.id, at: new Date().toISOString(), why: c.req.valid('json').why };
        // The first reason stands.
        if (!row.withdrawn) await entered.update({ schoolId: student.schoolId, id: entry }, { withdrawn });
        return c.json(await enteredOf(database, student), 200);
      },
    );
}
