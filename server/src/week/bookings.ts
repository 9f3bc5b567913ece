/** Bookings: the database keeps two from taking one airplane or one person; who lost is told to whom. */
import { type Booking, type BookingInput, clockIn, firstNight, type Role } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { AccountEntity, AirplaneEntity, LessonEntity, type School, zoneOf } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { requireStudent } from '../scope.ts';
import { checkInstruction, checkMedical } from './limits.ts';
import { checkHours } from './usual-hours.ts';

const EXCLUSION = '23P01';
const HOUR_MS = 3_600_000;
/** What a student may book in one piece, h. */
const LONGEST_H = { lesson: 8, away: 30 * 24, solo: 0, maintenance: 0 } as const;

interface Row {
  id: string;
  kind: Booking['kind'];
  from: Date;
  until: Date;
  studentId: string | null;
  student: string | null;
  instructorId: string | null;
  instructor: string | null;
  airplaneId: string | null;
  airplane: string | null;
  lessonId: string | null;
  words: string;
  version: number;
}

const SELECT = `
  SELECT booking.id, booking.kind, lower(during) AS "from", upper(during) AS "until", booking.words, booking.version,
    booking.lesson_id AS "lessonId", booking.student_id AS "studentId", student.name AS student,
    booking.instructor_id AS "instructorId", instructor.name AS instructor,
    airplane.id AS "airplaneId", airplane.data->>'name' AS airplane
  FROM booking
  LEFT JOIN account student ON student.school_id = booking.school_id AND student.id = booking.student_id
  LEFT JOIN account instructor ON instructor.school_id = booking.school_id AND instructor.id = booking.instructor_id
  LEFT JOIN airplane ON airplane.school_id = booking.school_id AND airplane.row_id = booking.airplane_row_id
  WHERE booking.school_id = $1 AND cancelled IS NULL`;

/** Not cancelled, that touch a span, in order. */
export async function bookingsIn(
  source: Pick<DataSource, 'query'>,
  schoolId: string,
  from: Date,
  until: Date,
): Promise<Row[]> {
  return source.query(`${SELECT} AND during && tstzrange($2, $3) ORDER BY lower(during), booking.id`, [
    schoolId,
    from,
    until,
  ]);
}

export const bookingsOf = (
  source: Pick<DataSource, 'query'>,
  { schoolId, id }: { schoolId: string; id: string },
  since: Date,
): Promise<Row[]> =>
  source.query(
    `${SELECT} AND (booking.student_id = $2 OR booking.instructor_id = $2) AND upper(during) > $3 ORDER BY lower(during)`,
    [schoolId, id, since],
  );

const person = (id: string | null, name: string | null) => (id ? { id, name: name ?? '' } : null);

/** As a viewer may see it: to a student another’s is a time that is taken. */
export function shownTo({ id: viewer, role }: { id: string; role: Role }, row: Row): Booking {
  const mine = row.studentId === viewer || row.instructorId === viewer;
  const times = { from: row.from.toISOString(), until: row.until.toISOString() };
  const open = role !== 'student' || mine;
  return {
    id: row.id,
    kind: row.kind,
    ...times,
    student: open ? person(row.studentId, row.student) : null,
    // Which instructor and airplane is taken must be known to ask for another time.
    instructor: person(row.instructorId, row.instructor),
    airplane: row.airplaneId ? { id: row.airplaneId, name: row.airplane ?? '' } : null,
    lessonId: open ? row.lessonId : null,
    words: open ? row.words : '',
    version: row.version,
    mine,
  };
}

export const rangeOf = (from: string, until: string): string =>
  `[${new Date(from).toISOString()},${new Date(until).toISOString()})`;

/** @throws Problem 403 or 422 for a booking that this viewer may not make, or that flies a student in the dark. */
export async function checkBooking(
  source: DataSource | EntityManager,
  viewer: Viewer,
  school: School,
  booking: BookingInput,
): Promise<string | null> {
  const { schoolId, role } = viewer;
  const { kind, from, until, studentId, instructorId, airplaneId, lessonId } = booking;
  if (role === 'student') {
    if (kind === 'maintenance' || (studentId && studentId !== viewer.id))
      throw new Problem(403, 'You book your own lessons and times alone.');
    if (kind === 'solo') throw new Problem(403, 'A solo is booked by your instructor.');
    if (kind === 'away' && (instructorId || airplaneId || studentId !== viewer.id))
      throw new Problem(403, 'You book your own time away alone.');
    if (new Date(until).getTime() - new Date(from).getTime() > LONGEST_H[kind] * HOUR_MS)
      throw new Problem(
        422,
        `until: a student books ${kind === 'away' ? '30 days away' : '8 hours'} at the most.`,
      );
  } else if (studentId) await requireStudent(source as DataSource, viewer, studentId);
  if (instructorId) {
    const staff = await source.getRepository(AccountEntity).findOneBy({ schoolId, id: instructorId });
    if (!staff || staff.role === 'student' || staff.closedAt) throw notFound('instructor');
  }
  const airplane = airplaneId
    ? await source.getRepository(AirplaneEntity).findOneBy({ schoolId, id: airplaneId })
    : null;
  if (airplaneId && !airplane) throw notFound('airplane');
  if (lessonId) {
    const lesson = await source.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId });
    if (!lesson || lesson.studentId !== studentId) throw notFound('lesson');
  }
  const { position } = school.settings;
  if (kind === 'solo' && position) {
    const dark = firstNight(new Date(from), new Date(until), position);
    if (dark)
      throw new Problem(
        422,
        `At ${clockIn(dark, zoneOf(school), 'HH:mm')} it is dark at the field: no student is sent alone by night.`,
      );
  }
  await checkHours(source, viewer, school, booking);
  await checkInstruction(source, school, booking);
  await checkMedical(source, school, booking);
  return airplane?.rowId ?? null;
}

type Wanted = Pick<BookingInput, 'id' | 'from' | 'until' | 'airplaneId' | 'instructorId' | 'studentId'>;

/** Runs a change, and says in a sentence what is in its way. */
export async function withoutConflict<T>(
  database: DataSource,
  viewer: Viewer,
  school: School,
  wanted: Wanted,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const { code, constraint } =
      (error as { driverError?: { code?: string; constraint?: string } }).driverError ?? {};
    if (code !== EXCLUSION) throw error;
    const rows = await bookingsIn(database, viewer.schoolId, new Date(wanted.from), new Date(wanted.until));
    throw new Problem(409, conflict(rows, constraint ?? '', wanted, viewer, zoneOf(school)));
  }
}

function conflict(
  rows: readonly Row[],
  constraint: string,
  wanted: Wanted,
  viewer: Viewer,
  zone: string,
): string {
  const what = constraint.replace('_taken', '') as 'airplane' | 'instructor' | 'student';
  const other = rows.find((row) => row.id !== wanted.id && row[`${what}Id`] === wanted[`${what}Id`]);
  if (!other) return 'That was just taken: load the week again.';
  const when = `${clockIn(other.from, zone, 'ddd D MMM HH:mm')} to ${clockIn(other.until, zone, 'HH:mm')}`;
  const taken = what === 'airplane' ? other.airplane : other[what];
  if (other.kind === 'maintenance') return `${taken} is in maintenance, ${when}.`;
  if (other.kind === 'away') return `${taken} is away, ${when}.`;
  const mine = other.studentId === viewer.id || other.instructorId === viewer.id;
  const who = viewer.role === 'student' && !mine ? 'somebody else' : `${other.student ?? other.instructor}`;
  return what === 'student'
    ? `${taken} is booked already, ${when}.`
    : `${taken} is taken by ${who}, ${when}.`;
}
