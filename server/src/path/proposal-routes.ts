/** The next lesson: looked at, and opened in Brief by one action. */

import { randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import { lessonSchema, wordedProposalSchema } from '@keel/core';
import { IsNull } from 'typeorm';
import { inCalendar } from '../brief/in-calendar.ts';
import { lessonColumns } from '../brief/lesson-columns.ts';
import { BookingEntity, LessonEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { requireStudent } from '../scope.ts';
import { proposalFor } from './proposal.ts';

/** What is known of the day, where it is known. */
const day = {
  blockMin: z.coerce.number().min(15, 'a block is at least 15 minutes').max(300).optional(),
  /** Above sea level. */
  cloudBaseFt: z.coerce.number().min(0).max(60_000).optional(),
};

export function proposalRoutes() {
  const params = z.object({ id: z.uuid() });
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/proposal',
        summary: 'The lesson worth flying next, with its reasons',
        request: { params, query: z.object(day) },
        responses: { 200: json(wordedProposalSchema, 'The proposal') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { proposal } = await proposalFor(database, viewer, student, {
          plannedAt: new Date().toISOString(),
          ...c.req.valid('query'),
        });
        return c.json(proposal, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/proposal',
        summary: 'Make a lesson of it, ready in Brief',
        middleware: [instructorsOnly] as const,
        request: {
          params,
          body: jsonBody(
            z.object({
              id: z.uuid().optional(),
              plannedAt: z.iso.datetime({ offset: true }),
              ...day,
              /** The booking that it is for: it opens the lesson from then on. */
              bookingId: z.uuid().optional(),
            }),
          ),
        },
        responses: { 201: json(lessonSchema, 'The lesson') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id = randomUUID(), bookingId, ...when } = c.req.valid('json');
        const { schoolId } = viewer;
        const lessons = database.getRepository(LessonEntity);
        if (!(await lessons.existsBy({ schoolId, id }))) {
          const { proposal, input } = await proposalFor(database, viewer, student, when);
          const columns = await lessonColumns(database, viewer, input);
          await database.transaction(async (manager) => {
            await manager.insert(LessonEntity, {
              id,
              schoolId,
              instructorId: viewer.id,
              version: 1,
              proposal: { ...proposal, changed: [] },
              ...columns,
            });
            if (bookingId)
              await manager.update(
                BookingEntity,
                { schoolId, id: bookingId, studentId: student.id, lessonId: IsNull(), cancelled: IsNull() },
                { lessonId: id },
              );
          });
        }
        const lesson = await lessons.findOneByOrFail({ schoolId, id, studentId: student.id });
        return c.json(await inCalendar(database, viewer, lesson), 201);
      },
    );
}
