/** A lesson has a time, so it is a booking: made, moved and given up with it. What is in its way is said, and loses nothing. */
import { randomUUID } from 'node:crypto';
import { DEFAULT_BLOCK_MIN } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { AirplaneEntity, BookingEntity, type Lesson, SchoolEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { rangeOf, withoutConflict } from './bookings.ts';

const MIN_MS = 60_000;

interface Standing {
  id: string;
  from: Date;
  until: Date;
  airplaneRowId: string | null;
  version: number;
  cancelled: boolean;
}

/** Its bookings, those that hold first. */
const bookingsOfLesson = (source: Pick<DataSource, 'query'>, { schoolId, id }: Lesson): Promise<Standing[]> =>
  source.query(
    `SELECT id, lower(during) AS "from", upper(during) AS until, airplane_row_id AS "airplaneRowId", version,
       cancelled IS NOT NULL AS cancelled
     FROM booking WHERE school_id = $1 AND lesson_id = $2 ORDER BY cancelled IS NOT NULL, lower(during) DESC`,
    [schoolId, id],
  );

/**
 * Brings the calendar to where a lesson stands.
 * @param again whether one that was cancelled at this very time is booked again.
 * @returns why it is not in the calendar, or null.
 */
export async function bookLesson(
  database: DataSource,
  viewer: Viewer,
  lesson: Lesson,
  again = false,
): Promise<string | null> {
  const { schoolId, id: lessonId, plannedAt, studentId, instructorId, airplaneRowId } = lesson;
  const blockMin = lesson.plan?.blockMin ?? DEFAULT_BLOCK_MIN;
  const until = new Date(plannedAt.getTime() + blockMin * MIN_MS);
  // What is over is in nobody's way.
  if (until.getTime() < Date.now()) return null;
  const [there] = await bookingsOfLesson(database, lesson);
  const moved = there?.from.getTime() !== plannedAt.getTime() || there.airplaneRowId !== airplaneRowId;
  if (there && !moved && !(there.cancelled && again)) return null;
  const live = there && !there.cancelled ? there : null;
  const airplane = await database
    .getRepository(AirplaneEntity)
    .findOneByOrFail({ schoolId, rowId: airplaneRowId });
  const span = { from: plannedAt.toISOString(), until: until.toISOString() };
  const id = live?.id ?? randomUUID();
  const takes = { during: rangeOf(span.from, span.until), studentId, instructorId, airplaneRowId, lessonId };
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  try {
    await withoutConflict(
      database,
      viewer,
      school,
      { id, ...span, studentId, instructorId, airplaneId: airplane.id },
      () => database.transaction((manager) => write(manager, viewer, { id, takes, span, live })),
    );
    return null;
  } catch (error) {
    if (!(error instanceof Problem) || error.status !== 409) throw error;
    // Where the lesson was, it is no longer.
    if (live) await letGo(database, viewer, live);
    return error.message;
  }
}

async function write(
  manager: EntityManager,
  viewer: Viewer,
  {
    id,
    takes,
    span,
    live,
  }: {
    id: string;
    takes: {
      during: string;
      studentId: string;
      instructorId: string;
      airplaneRowId: string;
      lessonId: string;
    };
    span: { from: string; until: string };
    live: Standing | null;
  },
): Promise<void> {
  const { schoolId } = viewer;
  if (live) {
    await manager.update(BookingEntity, { schoolId, id }, { ...takes, version: live.version + 1 });
    await addToTrail(manager, viewer, 'booking moved', id, {
      before: { from: live.from.toISOString(), until: live.until.toISOString() },
      ...span,
    });
    return;
  }
  // Saved twice at once, the second finds the first's.
  await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`lesson ${takes.lessonId}`]);
  const others = await manager.query(
    `SELECT 1 FROM booking WHERE school_id = $1 AND lesson_id = $2 AND cancelled IS NULL`,
    [schoolId, takes.lessonId],
  );
  if (others.length > 0) return;
  await manager.insert(BookingEntity, {
    schoolId,
    id,
    kind: 'lesson',
    ...takes,
    words: '',
    madeBy: viewer.id,
    version: 1,
  });
  await addToTrail(manager, viewer, 'booked', id, { kind: 'lesson', ...span });
}

/** A booking that its lesson has left: cancelled, and no longer the lesson's. */
async function letGo(database: DataSource, viewer: Viewer, { id, version }: Standing): Promise<void> {
  const cancelled = {
    by: viewer.id,
    at: new Date().toISOString(),
    why: 'other' as const,
    words: 'The lesson was moved.',
  };
  await database.transaction(async (manager) => {
    await manager.update(
      BookingEntity,
      { schoolId: viewer.schoolId, id },
      { cancelled, lessonId: null, version: version + 1 },
    );
    await addToTrail(manager, viewer, 'booking cancelled', id, { why: cancelled.why });
  });
}

export interface Unbooked {
  id: string;
  title: string;
  at: Date;
  studentId: string;
}

/** Lessons still to be flown that no booking stands for, of some students, in a span. */
export const unbookedIn = (
  source: Pick<DataSource, 'query'>,
  schoolId: string,
  students: readonly string[],
  from: Date,
  until: Date,
): Promise<Unbooked[]> =>
  source.query(
    `SELECT id, title, planned_at AS at, student_id AS "studentId" FROM lesson
     WHERE school_id = $1 AND student_id = ANY($2) AND planned_at >= greatest($3, now()) AND planned_at < $4
       AND NOT EXISTS (SELECT FROM booking WHERE booking.school_id = $1 AND booking.lesson_id = lesson.id)
       AND NOT EXISTS (SELECT FROM recording WHERE recording.school_id = $1 AND recording.lesson_id = lesson.id
         AND recording.deleted_at IS NULL AND recording.flown_in = 'airplane')
     ORDER BY planned_at, id`,
    [schoolId, students, from, until],
  );
