/** Lessons: what is to be flown, in which airplane, by which standard, with its cards. */
import { randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import {
  conditionsSchema,
  InputError,
  type LessonInput,
  type Lesson as LessonView,
  lessonInputSchema,
  lessonSchema,
  steepTurnCard,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  AccountEntity,
  AirplaneEntity,
  type Lesson,
  LessonEntity,
  RecordingEntity,
  StandardEntity,
} from '../db/entities.ts';
import { requireAirplane } from '../hangar/routes.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { requireInstructor, requireStudent, visible } from '../scope.ts';
import { requireStandard } from '../standards/routes.ts';

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

/** Lessons with the names of what they refer to, a query a table. */
async function describeLessons(database: DataSource, lessons: Lesson[]): Promise<LessonView[]> {
  if (lessons.length === 0) return [];
  const schoolId = lessons[0].schoolId;
  const [accounts, airplanes, standards, recordings] = await Promise.all([
    database.getRepository(AccountEntity).findBy({ schoolId }),
    database.getRepository(AirplaneEntity).findBy({ schoolId }),
    database.getRepository(StandardEntity).findBy({ schoolId }),
    database
      .getRepository(RecordingEntity)
      .createQueryBuilder('recording')
      .where('recording.lessonId IN (:...ids)', { ids: lessons.map(({ id }) => id) })
      .orderBy('recording.flownAt')
      .getMany(),
  ]);
  const person = (id: string) => {
    const account = accounts.find((candidate) => candidate.id === id);
    return { id, name: account?.name ?? '' };
  };
  return lessons.map((lesson) => {
    const airplane = airplanes.find(({ rowId }) => rowId === lesson.airplaneRowId)!.data;
    const standard = standards.find(({ rowId }) => rowId === lesson.standardRowId)!.data;
    return {
      id: lesson.id,
      title: lesson.title,
      plannedAt: lesson.plannedAt.toISOString(),
      student: person(lesson.studentId),
      instructor: person(lesson.instructorId),
      airplane: {
        id: airplane.id,
        name: airplane.name,
        registration: airplane.registration,
        speedUnit: airplane.speedUnit,
      },
      standard: { id: standard.id, shortName: standard.shortName },
      conditions: conditionsSchema.parse(lesson.conditions),
      cards: lesson.cards,
      version: lesson.version,
      recordings: recordings
        .filter(({ lessonId }) => lessonId === lesson.id)
        .map(({ id, fileName, status, flownIn }) => ({ id, fileName, status, flownIn })),
    };
  });
}

/** The rows that a lesson's input stands for, with the card worked out here: the browser only previews it. */
async function lessonColumns(database: DataSource, viewer: Viewer, input: LessonInput) {
  await requireStudent(database, viewer, input.studentId);
  const airplane = await requireAirplane(database, viewer, input.airplaneId);
  const standard = await requireStandard(database, viewer, input.standardId);
  try {
    const common = {
      airplane: airplane.data,
      standard: standard.data,
      ...input.conditions,
      watchFor: input.watchFor,
    };
    const cards = (['left', 'right'] as const).map((variant) => steepTurnCard({ ...common, variant }));
    return {
      studentId: input.studentId,
      airplaneRowId: airplane.rowId,
      standardRowId: standard.rowId,
      title: input.title,
      plannedAt: new Date(input.plannedAt),
      conditions: input.conditions,
      cards,
    };
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, error.message);
    throw error;
  }
}

export function lessonRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  routes.openapi(
    createRoute({
      method: 'get',
      path: '/lessons',
      summary: 'Lessons, newest first',
      request: { query: z.object({ studentId: z.uuid().optional() }) },
      responses: { 200: json(z.array(lessonSchema), 'Lessons') },
    }),
    async (c) => {
      const { studentId } = c.req.valid('query');
      const query = c.get('database').getRepository(LessonEntity).createQueryBuilder('lesson').where('true');
      if (studentId) query.andWhere('lesson.studentId = :studentId', { studentId });
      const lessons = await visible(query, 'lesson', c.get('viewer'))
        .orderBy('lesson.plannedAt', 'DESC')
        .getMany();
      return c.json(await describeLessons(c.get('database'), lessons), 200);
    },
  );

  routes.openapi(
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
  );

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/lessons',
      summary: 'Save a new lesson',
      request: { body: jsonBody(lessonInputSchema) },
      responses: { 201: json(lessonSchema, 'Saved') },
    }),
    async (c) => {
      const [viewer, database] = [c.get('viewer'), c.get('database')];
      requireInstructor(viewer);
      const input = c.req.valid('json');
      const lessons = database.getRepository(LessonEntity);
      const id = input.id ?? randomUUID();
      if (await lessons.findOneBy({ id })) throw new Problem(409, 'A lesson with this id is already saved.');
      const columns = await lessonColumns(database, viewer, input);
      await lessons.insert({
        id,
        schoolId: viewer.schoolId,
        instructorId: viewer.id,
        version: 1,
        ...columns,
      });
      const [described] = await describeLessons(database, [await lessons.findOneByOrFail({ id })]);
      return c.json(described, 201);
    },
  );

  routes.openapi(
    createRoute({
      method: 'put',
      path: '/lessons/{id}',
      summary: 'Change a lesson; `version` is the one that was read',
      request: { params, body: jsonBody(lessonInputSchema.extend({ version: z.number().int() })) },
      responses: { 200: json(lessonSchema, 'Changed') },
    }),
    async (c) => {
      const [viewer, database] = [c.get('viewer'), c.get('database')];
      requireInstructor(viewer);
      const { version, ...input } = c.req.valid('json');
      const lesson = await requireLesson(database, viewer, c.req.valid('param').id);
      const columns = await lessonColumns(database, viewer, input);
      if (columns.studentId !== lesson.studentId)
        throw new Problem(422, 'studentId: a lesson stays with its student.');
      const lessons = database.getRepository(LessonEntity);
      // The version in the condition: of two windows that save at once, one wins and the other is told.
      const result = await lessons.update({ id: lesson.id, version }, { ...columns, version: version + 1 });
      if (result.affected === 0) {
        throw new Problem(
          409,
          'This lesson was changed in another window. Load it again; your entries are still here.',
        );
      }
      const [described] = await describeLessons(database, [await lessons.findOneByOrFail({ id: lesson.id })]);
      return c.json(described, 200);
    },
  );
  return routes;
}
