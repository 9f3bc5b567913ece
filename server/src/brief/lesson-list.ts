/** Lessons in a list: a page of summaries, searched and sorted by the database, gone on with from where a page ended. */
import { createRoute, z } from '@hono/zod-openapi';
import { type LessonList, type LessonSummary, lessonListSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  AccountEntity,
  AirplaneEntity,
  LessonEntity,
  RecordingEntity,
  StandardEntity,
} from '../db/entities.ts';
import { cursorOf, cursorSchema } from '../http/cursor.ts';
import { json, type Viewer } from '../http/env.ts';
import { visible } from '../scope.ts';
import { gradedByHand } from './describe-lessons.ts';

/** What a list sorts by, as the database sees it; each names the lessons that are alike in it by their id. */
const SORTS = {
  when: { column: 'lesson.plannedAt', type: 'timestamptz' },
  student: { column: 'student.name', type: 'text' },
  title: { column: 'lesson.title', type: 'text' },
} as const;

const LARGEST_PAGE = 200;

const querySchema = z.object({
  studentId: z.uuid().optional(),
  /** A part of the student’s name, the title or the airplane. */
  search: z.string().trim().max(80).optional(),
  state: z.enum(['all', 'to-fly', 'flown']).default('all'),
  sort: z.enum(['when', 'student', 'title']).default('when'),
  order: z.enum(['asc', 'desc']).default('desc'),
  limit: z.coerce.number().int().min(1).max(LARGEST_PAGE).default(50),
  cursor: cursorSchema,
});

export const lessonListRoute = createRoute({
  method: 'get',
  path: '/lessons',
  summary: 'Lessons, newest first, a page at a time: `next` goes on where this page ends',
  request: { query: querySchema },
  responses: { 200: json(lessonListSchema, 'Lessons') },
});

/** A part of a name, with the letters that `LIKE` reads otherwise taken as they are. */
const like = (part: string): string => `%${part.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;

/** The student, the title or the airplane; each airplane’s file is looked into once, not once a lesson. */
const FOUND = `(lower(lesson.title) LIKE :like
  OR lesson.studentId IN (
    SELECT id FROM account WHERE account.school_id = :viewerSchool AND lower(account.name) LIKE :like)
  OR lesson.airplaneRowId IN (
    SELECT row_id FROM airplane WHERE airplane.school_id = :viewerSchool AND lower(airplane.data->>'name') LIKE :like))`;

/** Recordings of the lesson itself that are in sight, or grades by hand; what was flown in the trainer is practice beside it. */
const FLOWN = `(EXISTS (SELECT FROM recording WHERE recording.school_id = lesson.school_id
  AND recording.lesson_id = lesson.id AND recording.flown_in = 'airplane' AND recording.deleted_at IS NULL)
  OR EXISTS (SELECT FROM entered_attempt hand WHERE hand.school_id = lesson.school_id AND hand.lesson_id = lesson.id
    AND hand.withdrawn IS NULL))`;

export async function listLessons(
  database: DataSource,
  viewer: Viewer,
  wanted: z.output<typeof querySchema>,
): Promise<LessonList> {
  const { column, type } = SORTS[wanted.sort];
  const direction = wanted.order === 'asc' ? 'ASC' : 'DESC';
  // Which lessons, by what is small and indexed; what is shown of them is looked up for the page alone.
  const which = database
    .getRepository(LessonEntity)
    .createQueryBuilder('lesson')
    .select('lesson.id', 'id')
    .addSelect(`CAST(${column} AS text)`, 'sortedBy')
    .where('true');
  if (wanted.sort === 'student')
    which.innerJoin(
      AccountEntity.options.name,
      'student',
      'student.schoolId = lesson.schoolId AND student.id = lesson.studentId',
    );
  if (wanted.studentId) which.andWhere('lesson.studentId = :studentId', wanted);
  if (wanted.search) which.andWhere(FOUND, { like: like(wanted.search) });
  if (wanted.state !== 'all') which.andWhere(wanted.state === 'flown' ? FLOWN : `NOT ${FLOWN}`);
  if (wanted.cursor)
    which.andWhere(
      `(${column}, lesson.id) ${wanted.order === 'asc' ? '>' : '<'} (:after::${type}, :afterId::uuid)`,
      { after: wanted.cursor.value, afterId: wanted.cursor.id },
    );
  const rows = await visible(which, 'lesson', viewer)
    .orderBy(column, direction)
    .addOrderBy('lesson.id', direction)
    .limit(wanted.limit + 1)
    .getRawMany<{ id: string; sortedBy: string }>();
  const page = rows.slice(0, wanted.limit);
  const last = page.at(-1);
  const ids = page.map(({ id }) => id);
  const [shown, byHand, recordings] = await Promise.all([
    summaries(database, viewer.schoolId, ids),
    gradedByHand(database, viewer.schoolId, ids),
    recordingsOf(database, viewer.schoolId, ids),
  ]);
  return {
    items: ids.flatMap((id) => {
      const summary = shown.get(id);
      return summary
        ? [{ ...summary, gradedByHand: byHand.get(id) ?? 0, recordings: recordings.get(id) ?? [] }]
        : [];
    }),
    next: last && rows.length > page.length ? cursorOf({ value: last.sortedBy, id: last.id }) : null,
  };
}

async function summaries(
  database: DataSource,
  schoolId: string,
  ids: string[],
): Promise<Map<string, Omit<LessonSummary, 'recordings' | 'gradedByHand'>>> {
  if (ids.length === 0) return new Map();
  const rows = await database
    .getRepository(LessonEntity)
    .createQueryBuilder('lesson')
    .innerJoin(
      AccountEntity.options.name,
      'student',
      'student.schoolId = lesson.schoolId AND student.id = lesson.studentId',
    )
    .innerJoin(
      AccountEntity.options.name,
      'instructor',
      'instructor.schoolId = lesson.schoolId AND instructor.id = lesson.instructorId',
    )
    .innerJoin(AirplaneEntity.options.name, 'airplane', 'airplane.rowId = lesson.airplaneRowId')
    .innerJoin(StandardEntity.options.name, 'standard', 'standard.rowId = lesson.standardRowId')
    .select('lesson.id', 'id')
    .addSelect('lesson.title', 'title')
    .addSelect('lesson.plannedAt', 'plannedAt')
    .addSelect('student.id', 'studentId')
    .addSelect('student.name', 'studentName')
    .addSelect('instructor.id', 'instructorId')
    .addSelect('instructor.name', 'instructorName')
    .addSelect("lesson.conditions->'weightLb'", 'weightLb')
    .addSelect('airplane.id', 'airplaneId')
    .addSelect("airplane.data->>'name'", 'airplaneName')
    .addSelect('standard.id', 'standardId')
    .addSelect("standard.data->>'shortName'", 'standardName')
    .where('lesson.schoolId = :schoolId AND lesson.id IN (:...ids)', { schoolId, ids })
    .getRawMany();
  return new Map(
    rows.map((row) => [
      row.id,
      {
        id: row.id,
        title: row.title,
        plannedAt: row.plannedAt.toISOString(),
        student: { id: row.studentId, name: row.studentName },
        instructor: { id: row.instructorId, name: row.instructorName },
        airplane: { id: row.airplaneId, name: row.airplaneName },
        standard: { id: row.standardId, shortName: row.standardName },
        weightLb: row.weightLb,
      },
    ]),
  );
}

async function recordingsOf(
  database: DataSource,
  schoolId: string,
  lessonIds: string[],
): Promise<Map<string, LessonSummary['recordings']>> {
  const byLesson = new Map<string, LessonSummary['recordings']>();
  if (lessonIds.length === 0) return byLesson;
  const rows = await database
    .getRepository(RecordingEntity)
    .createQueryBuilder('recording')
    .select(['recording.schoolId', 'recording.id', 'recording.lessonId', 'recording.fileName'])
    .addSelect(['recording.status', 'recording.flownIn'])
    .where('recording.schoolId = :schoolId AND recording.lessonId IN (:...lessonIds)', {
      schoolId,
      lessonIds,
    })
    .andWhere('recording.deletedAt IS NULL')
    .orderBy('recording.flownAt')
    .getMany();
  for (const { id, lessonId, fileName, status, flownIn } of rows) {
    const list = byLesson.get(lessonId!) ?? [];
    list.push({ id, fileName, status, flownIn });
    byLesson.set(lessonId!, list);
  }
  return byLesson;
}
