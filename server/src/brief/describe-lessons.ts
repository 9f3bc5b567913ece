/** Lessons as they cross the wire. */
import { type Lesson as LessonView, targetCardSchema } from '@keel/core';
import { type DataSource, In } from 'typeorm';
import {
  AirplaneEntity,
  type Lesson,
  RecordingEntity,
  StageCheckEntity,
  StandardEntity,
} from '../db/entities.ts';
import { namesOf } from '../scope.ts';

/** By lesson, how many attempts were graded by hand and stand. */
export async function gradedByHand(
  database: DataSource,
  schoolId: string,
  lessons: readonly string[],
): Promise<Map<string, number>> {
  const rows: { id: string; count: number }[] = await database.query(
    `SELECT lesson_id AS id, count(*)::int AS count FROM entered_attempt
     WHERE school_id = $1 AND lesson_id = ANY($2) AND withdrawn IS NULL GROUP BY lesson_id`,
    [schoolId, lessons],
  );
  return new Map(rows.map(({ id, count }) => [id, count]));
}

/** Lessons with the names of what they refer to, a query a table. */
export async function describeLessons(database: DataSource, lessons: Lesson[]): Promise<LessonView[]> {
  if (lessons.length === 0) return [];
  const schoolId = lessons[0].schoolId;
  const ids = lessons.map(({ id }) => id);
  const [names, byHand, airplanes, standards, recordings, checks] = await Promise.all([
    namesOf(database, lessons[0]),
    gradedByHand(database, schoolId, ids),
    database.getRepository(AirplaneEntity).findBy({ schoolId }),
    database.getRepository(StandardEntity).findBy({ schoolId }),
    database
      .getRepository(RecordingEntity)
      .createQueryBuilder('recording')
      .where('recording.schoolId = :schoolId AND recording.deletedAt IS NULL', { schoolId })
      .andWhere('recording.lessonId IN (:...ids)', { ids })
      .orderBy('recording.flownAt')
      .getMany(),
    database.getRepository(StageCheckEntity).find({
      select: { id: true, lessonId: true },
      where: { schoolId, lessonId: In(ids) },
    }),
  ]);
  const checkOf = new Map(checks.map(({ id, lessonId }) => [lessonId, id]));
  const person = (id: string) => ({ id, name: names.get(id) ?? '' });
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
      conditions: lesson.conditions,
      items: lesson.items,
      technique: lesson.technique,
      focus: lesson.focus,
      parked: lesson.parked,
      // A card from before a field was added takes its default.
      cards: targetCardSchema.array().parse(lesson.cards),
      plan: lesson.plan,
      version: lesson.version,
      proposed: lesson.proposal !== null,
      sightPictures: lesson.sightPictures,
      gradedByHand: byHand.get(lesson.id) ?? 0,
      stageCheckId: checkOf.get(lesson.id),
      recordings: recordings
        .filter(({ lessonId }) => lessonId === lesson.id)
        .map(({ id, fileName, status, flownIn }) => ({ id, fileName, status, flownIn })),
    };
  });
}
