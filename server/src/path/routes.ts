/** The path: what stands between a student and solo, skill by skill. */

import { createRoute, z } from '@hono/zod-openapi';
import { pathSchema, recurringFindings, rooms, skillOf } from '@keel/core';
import { LessonEntity, SchoolEntity, zoneOf } from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { requireStudent } from '../scope.ts';
import { techniqueOf } from '../technique/routes.ts';
import { attemptsOf } from './attempt-rows.ts';
import { enteredOf } from './entered-routes.ts';

export function pathRoutes() {
  const routes = router();

  return routes.openapi(
    createRoute({
      method: 'get',
      path: '/students/{id}/path',
      summary: 'A student’s skills over time',
      request: { params: z.object({ id: z.uuid() }) },
      responses: { 200: json(pathSchema, 'The path') },
    }),
    async (c) => {
      const database = c.get('database');
      const account = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
      const { id, name, schoolId } = account;
      const [lessons, school, byHand, attempts] = await Promise.all([
        database.getRepository(LessonEntity).countBy({ schoolId, studentId: id }),
        database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
        enteredOf(database, account),
        attemptsOf(database, account),
      ]);
      return c.json(
        {
          student: { id, name },
          lessons,
          judge: techniqueOf(school).judge,
          skills: rooms
            .filter(({ onPath }) => onPath)
            .map(({ id: maneuver }) =>
              skillOf(
                maneuver,
                attempts.filter((a) => a.maneuver === maneuver),
                zoneOf(school),
                byHand,
              ),
            ),
          recurring: recurringFindings(attempts),
          byHand,
        },
        200,
      );
    },
  );
}
