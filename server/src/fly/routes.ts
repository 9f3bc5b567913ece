/** Fly: demonstrations by the synthetic pilot, flights of the trainer, and the sight pictures of a lesson. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  clockIn,
  createdSchema,
  demonstrationSchema,
  lessonSchema,
  sightPicturesSchema,
  trainerFlightSchema,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { describeLessons } from '../brief/describe-lessons.ts';
import { requireLesson } from '../brief/lessons.ts';
import { AirplaneEntity, type Lesson, LessonEntity, StandardEntity } from '../db/entities.ts';
import { createRecording } from '../debrief/create-recording.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { madeAnswer } from '../http/made-file.ts';
import { instructorsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import type { DemonstrationInput } from './demonstration-task.ts';

/** What a recording of a lesson is of. */
async function subjectsOf(database: DataSource, { schoolId, airplaneRowId, standardRowId }: Lesson) {
  const [airplane, standard] = await Promise.all([
    database.getRepository(AirplaneEntity).findOneByOrFail({ schoolId, rowId: airplaneRowId }),
    database.getRepository(StandardEntity).findOneByOrFail({ schoolId, rowId: standardRowId }),
  ]);
  return { airplane, standard };
}

export function flyRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });
  return routes
    .openapi(
      createRoute({
        method: 'post',
        path: '/lessons/{id}/demonstration',
        summary: 'Have a maneuver of this lesson’s cards flown by the synthetic pilot, and score it',
        middleware: [instructorsOnly] as const,
        request: {
          params,
          body: jsonBody(demonstrationSchema),
        },
        responses: { 200: json(createdSchema, 'Flown before'), 201: json(createdSchema, 'Flown and kept') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
        const { maneuver, habit, habitIn, seed } = c.req.valid('json');
        const card = lesson.cards.find((one) => one.maneuver === maneuver);
        if (!card) throw new Problem(422, `maneuver: this lesson has no card for ${maneuver}.`);
        const { schoolId } = lesson;
        const created = await madeAnswer(c, createdSchema, {
          schoolId,
          kind: 'demonstration',
          input: {
            lessonId: lesson.id,
            card,
            habit,
            habitIn,
            seed,
            by: viewer.id,
          } satisfies DemonstrationInput,
        });
        return created.duplicate ? c.json(created, 200) : c.json(created, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/lessons/{id}/trainer-flight',
        summary: 'Hand in a flight of the trainer; a student may do so for a lesson of their own',
        request: { params, body: jsonBody(trainerFlightSchema) },
        responses: {
          200: json(createdSchema, 'The same flight was there already'),
          201: json(createdSchema, 'Read and kept'),
        },
      }),
      async (c) => {
        const { viewer, database, tasks, zone } = given(c);
        const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
        const { csv, maneuver, instructorFlew } = c.req.valid('json');
        const { airplane, standard } = await subjectsOf(database, lesson);
        const created = await createRecording({ database, tasks }, viewer, {
          bytes: new TextEncoder().encode(csv),
          fileName: `trainer-${maneuver}-${clockIn(new Date(), await zone(), 'YYYY-MM-DD-HHmm')}.csv`,
          studentId: lesson.studentId,
          airplaneId: airplane.id,
          standardId: standard.id,
          lesson,
          flownIn: 'trainer',
          instructorFlew,
        });
        return created.duplicate ? c.json(created, 200) : c.json(created, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/lessons/{id}/sight-pictures',
        summary: 'Keep the sight pictures that the instructor marked',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(sightPicturesSchema) },
        responses: { 200: json(lessonSchema, 'The lesson') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { schoolId, id } = await requireLesson(database, viewer, c.req.valid('param').id);
        const lessons = database.getRepository(LessonEntity);
        await lessons.update({ schoolId, id }, { sightPictures: c.req.valid('json') });
        const [described] = await describeLessons(database, [
          await lessons.findOneByOrFail({ schoolId, id }),
        ]);
        return c.json(described, 200);
      },
    );
}
