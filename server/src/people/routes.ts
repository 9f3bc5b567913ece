/** Students, and who teaches them. */

import { createRoute, z } from '@hono/zod-openapi';
import { listedStudentSchema, personSchema, studentSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { AccountEntity, TeachingEntity } from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { requireStudent, visibleStudents } from '../scope.ts';

export function peopleRoutes() {
  const routes = router();

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/students',
        summary: 'The students whom you may see',
        responses: { 200: json(z.array(listedStudentSchema), 'Students by name') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const [students, flown] = await Promise.all([
          visibleStudents(database, viewer),
          flownByStudent(database, viewer.schoolId),
        ]);
        return c.json(
          students.map(({ id, name, email }) => {
            const { recordings = 0, lastFlownAt } = flown.get(id) ?? {};
            return { id, name, email, recordings, lastFlownAt: lastFlownAt?.toISOString() ?? null };
          }),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}',
        summary: 'One student',
        request: { params: z.object({ id: z.uuid() }) },
        responses: { 200: json(studentSchema, 'The student') },
      }),
      async (c) => {
        const { id, name, email } = await requireStudent(
          c.get('database'),
          c.get('viewer'),
          c.req.valid('param').id,
        );
        return c.json({ id, name, email }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/people',
        summary: 'Everyone of the school, with who teaches whom',
        middleware: [instructorsOnly] as const,
        responses: {
          200: json(z.array(personSchema), 'People by name; an instructor sees staff and own students'),
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const students = await visibleStudents(database, viewer);
        const staff = await database
          .getRepository(AccountEntity)
          .createQueryBuilder('account')
          .where("account.schoolId = :school AND account.role <> 'student' AND account.closedAt IS NULL", {
            school: viewer.schoolId,
          })
          .orderBy('account.name')
          .getMany();
        const teaching = (
          await database.getRepository(TeachingEntity).findBy({ schoolId: viewer.schoolId })
        ).filter(({ until }) => until === null || until > new Date());
        const everyone = [...staff, ...students.filter(({ closedAt }) => closedAt === null)];
        const nameOf = new Map(everyone.map(({ id, name }) => [id, name]));
        const people = everyone.map(({ id, name, email, role, origin }) => ({
          id,
          name,
          email,
          role,
          origin,
          with: teaching
            .filter((pair) => pair.instructorId === id || pair.studentId === id)
            .map((pair) => nameOf.get(pair.instructorId === id ? pair.studentId : pair.instructorId))
            .filter((other) => other !== undefined)
            .sort(),
          taughtBy: teaching
            .filter((pair) => pair.studentId === id)
            .map(({ instructorId, until }) => ({ id: instructorId, until: until?.toISOString() ?? null })),
        }));
        return c.json(people, 200);
      },
    );
}

/** How often each student of a school has flown in an airplane, and when last. */
async function flownByStudent(database: DataSource, schoolId: string) {
  const rows: { id: string; recordings: number; lastFlownAt: Date }[] = await database.query(
    `SELECT student_id AS id, count(*)::int AS recordings, max(flown_at) AS "lastFlownAt" FROM recording
     WHERE school_id = $1 AND flown_in = 'airplane' AND deleted_at IS NULL GROUP BY student_id`,
    [schoolId],
  );
  return new Map(rows.map((row) => [row.id, row]));
}
