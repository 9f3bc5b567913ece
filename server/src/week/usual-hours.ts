/** When people usually have time: said by themselves, by whoever teaches them, or by a chief; a booking outside is asked about. */
import { createRoute, z } from '@hono/zod-openapi';
import { type BookingInput, OUTSIDE_HOURS, outsideHours, usualHoursSchema } from '@keel/core';
import { type DataSource, type EntityManager, In } from 'typeorm';
import { AccountEntity, type School, zoneOf } from '../db/entities.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { requireStudent } from '../scope.ts';

/** A refusal of its own type, so that a program can ask whether they agreed. */
export const askFirst = (words: string): Problem => new Problem(409, words, undefined, OUTSIDE_HOURS);

/** @throws Problem 409, as above. */
export async function checkHours(
  source: DataSource | EntityManager,
  { schoolId }: Viewer,
  school: School,
  { kind, from, until, studentId, instructorId, agreed }: BookingInput,
): Promise<void> {
  if (agreed || (kind !== 'lesson' && kind !== 'solo')) return;
  const ids = [studentId, instructorId].filter((id) => id !== null);
  const people = await source.getRepository(AccountEntity).findBy({ schoolId, id: In(ids) });
  for (const { name, usualHours } of people) {
    const words = outsideHours(usualHours, { from, until }, zoneOf(school));
    if (words) throw askFirst(`${name} ${words}: ask first, and say that they agreed.`);
  }
}

export function usualHoursRoutes() {
  return router().openapi(
    createRoute({
      method: 'put',
      path: '/people/{id}/usual-hours',
      summary: 'When somebody usually has time: one’s own, one’s student’s, or anybody’s for a chief',
      request: {
        params: z.object({ id: z.uuid() }),
        body: jsonBody(z.object({ hours: usualHoursSchema })),
      },
      responses: { 200: json(z.object({ hours: usualHoursSchema }), 'Kept') },
    }),
    async (c) => {
      const { viewer, database } = given(c);
      const { id } = c.req.valid('param');
      const { hours } = c.req.valid('json');
      if (id !== viewer.id && viewer.role !== 'chief') await requireStudent(database, viewer, id);
      await database.transaction(async (manager) => {
        const { affected } = await manager.update(
          AccountEntity,
          { schoolId: viewer.schoolId, id },
          { usualHours: hours },
        );
        if (affected === 0) throw notFound('person');
        await addToTrail(manager, viewer, 'usual hours', id, { hours });
      });
      return c.json({ hours }, 200);
    },
  );
}
