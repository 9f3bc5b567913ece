/** Fly: demonstrations by the synthetic pilot, flights of the trainer, and the sight pictures of a lesson. */
import { randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import {
  type Airplane,
  clockIn,
  createdSchema,
  dayIn,
  demonstrationLegs,
  demonstrationSchema,
  flyLesson,
  type HabitIn,
  InputError,
  instructorsAttempts,
  lessonSchema,
  type Recording,
  sightPicturesSchema,
  type TargetCard,
  trainerFlightSchema,
  writeRecordingCsv,
} from '@keel/core';
import { bodyLimit } from 'hono/body-limit';
import type { DataSource } from 'typeorm';
import { describeLessons, requireLesson } from '../brief/lessons.ts';
import {
  AirplaneEntity,
  type Lesson,
  LessonEntity,
  ScoreEntity,
  StandardEntity,
  StatementEntity,
} from '../db/entities.ts';
import { createRecording } from '../debrief/create-recording.ts';
import { LARGEST_UPLOAD } from '../debrief/recordings.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { requireInstructor, zoneOfSchool } from '../scope.ts';

/** What a recording of a lesson is of. */
async function subjectsOf(database: DataSource, lesson: Lesson) {
  const [airplane, standard] = await Promise.all([
    database.getRepository(AirplaneEntity).findOneByOrFail({ rowId: lesson.airplaneRowId }),
    database.getRepository(StandardEntity).findOneByOrFail({ rowId: lesson.standardRowId }),
  ]);
  return { airplane, standard };
}

/** @throws Problem 422 where the habit is of another maneuver. */
function flownFromCard(
  card: TargetCard,
  { habit, habitIn, seed }: { habit: string; habitIn: HabitIn; seed: number },
  airplane: Airplane,
  { conditions, plannedAt }: Lesson,
  zone: string,
): Recording {
  try {
    return flyLesson({
      airplane,
      weightLb: card.weightLb,
      legs: demonstrationLegs(card, { habit, habitIn }),
      groundFt: conditions.groundFt,
      seed,
      date: dayIn(plannedAt, zone),
    }).recording;
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, error.message);
    throw error;
  }
}

export function flyRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/lessons/{id}/demonstration',
      summary: 'Have a maneuver of this lesson’s cards flown by the synthetic pilot, and score it',
      request: {
        params,
        body: jsonBody(demonstrationSchema),
      },
      responses: { 200: json(createdSchema, 'Flown before'), 201: json(createdSchema, 'Flown and kept') },
    }),
    async (c) => {
      const [viewer, database, analyser] = [c.get('viewer'), c.get('database'), c.get('analyser')];
      requireInstructor(viewer);
      const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
      const { maneuver, habit, habitIn, seed } = c.req.valid('json');
      const { airplane, standard } = await subjectsOf(database, lesson);
      const card = lesson.cards.find((one) => one.maneuver === maneuver);
      if (!card) throw new Problem(422, `maneuver: this lesson has no card for ${maneuver}.`);
      const flown = flownFromCard(
        card,
        { habit, habitIn, seed },
        airplane.data,
        lesson,
        await zoneOfSchool(database, lesson.schoolId),
      );
      const { done: _, ...created } = await createRecording({ database, analyser }, viewer, {
        bytes: Buffer.from(writeRecordingCsv(flown)),
        fileName: `flown-${maneuver}-${habit.replace(`${maneuver}/`, '')}-${seed}.csv`,
        studentId: lesson.studentId,
        airplaneId: airplane.id,
        standardId: standard.id,
        lesson,
        flownIn: 'trainer',
      });
      return created.duplicate ? c.json(created, 200) : c.json(created, 201);
    },
  );

  routes.use(
    '/lessons/:id/trainer-flight',
    bodyLimit({
      maxSize: LARGEST_UPLOAD + 64 * 1024,
      onError: () => {
        throw new Problem(413, 'The flight is larger than 50 MB: hand it in sooner.');
      },
    }),
  );
  routes.openapi(
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
      const [viewer, database, analyser] = [c.get('viewer'), c.get('database'), c.get('analyser')];
      const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
      const { csv, maneuver, instructorFlew } = c.req.valid('json');
      const { airplane, standard } = await subjectsOf(database, lesson);
      const { done, ...created } = await createRecording({ database, analyser }, viewer, {
        bytes: Buffer.from(csv),
        fileName: `trainer-${maneuver}-${clockIn(new Date(), await zoneOfSchool(database, lesson.schoolId), 'YYYY-MM-DD-HHmm')}.csv`,
        studentId: lesson.studentId,
        airplaneId: airplane.id,
        standardId: standard.id,
        lesson,
        flownIn: 'trainer',
      });
      if (!created.duplicate && instructorFlew.length > 0)
        done
          .then(() => addWhoFlew(database, created.id, lesson.instructorId, instructorFlew))
          .catch(console.error);
      return created.duplicate ? c.json(created, 200) : c.json(created, 201);
    },
  );

  routes.openapi(
    createRoute({
      method: 'put',
      path: '/lessons/{id}/sight-pictures',
      summary: 'Keep the sight pictures that the instructor marked',
      request: { params, body: jsonBody(sightPicturesSchema) },
      responses: { 200: json(lessonSchema, 'The lesson') },
    }),
    async (c) => {
      const [viewer, database] = [c.get('viewer'), c.get('database')];
      requireInstructor(viewer);
      const { id } = await requireLesson(database, viewer, c.req.valid('param').id);
      const lessons = database.getRepository(LessonEntity);
      await lessons.update({ id }, { sightPictures: c.req.valid('json') });
      const [described] = await describeLessons(database, [await lessons.findOneByOrFail({ id })]);
      return c.json(described, 200);
    },
  );
  return routes;
}

/** An attempt that the synthetic instructor flew is a demonstration; nobody need press a key for it. */
async function addWhoFlew(
  database: DataSource,
  recordingId: string,
  authorId: string,
  held: { startS: number; endS: number }[],
): Promise<void> {
  const score = await database.getRepository(ScoreEntity).findOneBy({ recordingId, current: true });
  for (const { startS, endS, maneuver } of instructorsAttempts(score?.score.attempts ?? [], held)) {
    await database.getRepository(StatementEntity).insert({
      id: randomUUID(),
      recordingId,
      authorId,
      body: { kind: 'help', startS, endS, maneuver, help: 'demonstration', flownBy: 'instructor' },
    });
  }
}
