/** Attempts that nothing recorded, entered by hand by an instructor: added, taken back with a reason, never changed. */

import { createRoute, z } from '@hono/zod-openapi';
import { enteredAttemptSchema, enteredBodySchema } from '@keel/core';
import { EnteredAttemptEntity, LessonEntity, SchoolEntity } from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { requireStudent } from '../scope.ts';
import { enteredOf } from './entered.ts';
import { writeRecords } from './skill-records.ts';
import { syllabusOf } from './syllabus-of.ts';

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
        middleware: [instructorsOnly] as const,
        request: {
          params: z.object({ id: z.uuid() }),
          body: jsonBody(z.object({ id: z.uuid(), body: enteredBodySchema })),
        },
        responses: { 200: all, 201: all },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id, body } = c.req.valid('json');
        if (Date.parse(body.flownAt) > Date.now())
          throw new Problem(422, 'flownAt: this time is in the future.');
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
        const school = await given(c).school();
        if (body.skill !== undefined) {
          const { skills } = await syllabusOf(database, school);
          if (!skills.some((skill) => skill.id === body.skill && skill.maneuver === null))
            throw new Problem(
              422,
              `skill: ${body.skill} is no skill of the syllabus that is graded by hand.`,
            );
        }
        const { schoolId, id: studentId } = student;
        const row = { schoolId, id, studentId, authorId: viewer.id, lessonId, body };
        const isNew = await database.transaction(async (manager) => {
          if (!(await insertOnce(manager, EnteredAttemptEntity, row, ['studentId']))) return false;
          await writeRecords(manager, school, studentId, new Set([body.skill ?? body.maneuver ?? '']));
          return true;
        });
        const entered = await enteredOf(database, student);
        return isNew ? c.json(entered, 201) : c.json(entered, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/entered-attempts/{entry}/withdraw',
        summary:
          'Take back what was entered, by who entered it or the chief; it stays in sight with the reason',
        middleware: [instructorsOnly] as const,
        request: {
          params: z.object({ id: z.uuid(), entry: z.uuid() }),
          body: jsonBody(z.object({ why: z.string().trim().min(1, 'say why').max(500) })),
        },
        responses: { 200: all },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id, entry } = c.req.valid('param');
        const student = await requireStudent(database, viewer, id);
        const entered = database.getRepository(EnteredAttemptEntity);
        const row = await entered.findOneBy({ schoolId: student.schoolId, id: entry, studentId: student.id });
        if (!row) throw notFound('attempt');
        if (row.authorId !== viewer.id && viewer.role !== 'chief')
          throw new Problem(403, 'Only who entered it, or the chief instructor, takes it back.');
        const withdrawn = { by: viewer.id, at: new Date().toISOString(), why: c.req.valid('json').why };
        // The first reason stands.
        if (!row.withdrawn)
          await database.transaction(async (manager) => {
            await manager.update(
              EnteredAttemptEntity,
              { schoolId: student.schoolId, id: entry },
              { withdrawn },
            );
            const school = await manager.findOneByOrFail(SchoolEntity, { id: student.schoolId });
            const { skill, maneuver } = row.body;
            await writeRecords(manager, school, student.id, new Set([skill ?? maneuver ?? '']));
          });
        return c.json(await enteredOf(database, student), 200);
      },
    );
}
