/** What solo takes here: lessons, hours and weeks; whether the forecasts held; and what the airplanes did. */
import {
  dayAfter,
  dayIn,
  type Followed,
  feedsForecast,
  kaplanMeier,
  sharePer100,
  stageStateOf,
  type ToSolo,
  waitedOf,
} from '@keel/core';
import { type DataSource, IsNull, Not } from 'typeorm';
import { type School, StageCheckEntity, zoneOf } from '../db/entities.ts';
import { groupBy } from '../path/group-by.ts';
import { syllabusOf } from '../path/syllabus-of.ts';
import { type FollowedStudent, followedStudents, hoursUntil, lessonsUntil, weeksUntil } from './followed.ts';

const YEAR_DAYS = 365;
/** Days without flying, put together from so many on. */
const PAUSES: readonly (readonly [from: number, name: string])[] = [
  [0, '1 to 7'],
  [8, '8 to 14'],
  [15, '15 to 21'],
  [22, '22 and more'],
];
/** Estimates are put together by how many lessons had been flown. */
const STAGES: readonly (readonly [from: number, name: string])[] = [
  [0, '3 to 5'],
  [6, '6 to 10'],
  [11, '11 to 20'],
  [21, '21 and more'],
];

export async function toSoloOf(database: DataSource, school: School, now = new Date()): Promise<ToSolo> {
  const zone = zoneOf(school);
  const until = dayIn(now, zone);
  const from = dayAfter(until, -YEAR_DAYS);
  const [students, fleet, stageChecks, pauses] = await Promise.all([
    followedStudents(database, school.id, zone),
    fleetOf(database, school.id, now),
    stageChecksOf(database, school.id),
    pausesOf(database, school.id),
  ]);
  const forecasts = await forecastsOf(database, school, students);
  const waited = (of: (student: FollowedStudent) => number) => {
    const followed = students.map((one): Followed => ({ until: of(one), happened: one.soloOn !== null }));
    return {
      ...waitedOf(followed),
      steps: kaplanMeier(followed).map(({ at, share, atRisk }) => ({ at, share, atRisk })),
    };
  };
  return {
    lessons: waited((one) => lessonsUntil(one, one.soloOn)),
    hours: waited((one) => hoursUntil(one, one.soloOn)),
    weeks: waited((one) => weeksUntil(one, one.soloOn ?? until)),
    stageChecks,
    pauses,
    forecasts,
    fleet,
    from,
    until,
  };
}

/** What a student flew first of a maneuver on a day, alone and not for the first time, by the days since they last flew. */
async function pausesOf(database: DataSource, schoolId: string): Promise<ToSolo['pauses']> {
  const rows: { pause: number; of: number; within: number }[] = await database.query(
    `WITH first AS (
       SELECT DISTINCT ON (student_id, maneuver, day) student_id, maneuver, day, verdict FROM attempt
       WHERE school_id = $1 AND flown_in = 'airplane' AND help = 'unaided' AND student_id IS NOT NULL
         AND verdict IN ('satisfactory', 'unsatisfactory')
       ORDER BY student_id, maneuver, day, flown_at, attempt),
     again AS (
       SELECT *, row_number() OVER (PARTITION BY student_id, maneuver ORDER BY day) AS nth FROM first),
     flown AS (
       SELECT student_id, day, day - lag(day) OVER (PARTITION BY student_id ORDER BY day) AS days
       FROM (SELECT DISTINCT student_id, day FROM attempt WHERE school_id = $1 AND flown_in = 'airplane') each)
     SELECT width_bucket(days, $2::int[]) - 1 AS pause, count(*)::int AS of,
       count(*) FILTER (WHERE verdict = 'satisfactory')::int AS within
     FROM again JOIN flown USING (student_id, day) WHERE nth > 1 AND days IS NOT NULL GROUP BY 1`,
    [schoolId, PAUSES.map(([from]) => from)],
  );
  return PAUSES.map(([, days], i) => {
    const own = rows.find(({ pause }) => pause === i);
    return { days, within: sharePer100(own?.within ?? 0, own?.of ?? 0) };
  });
}

async function stageChecksOf(database: DataSource, schoolId: string): Promise<ToSolo['stageChecks']> {
  const rows = await database
    .getRepository(StageCheckEntity)
    .find({ where: { schoolId, closedAt: Not(IsNull()) } });
  const judged = rows.map(({ plan, marks, discontinued, retestOf }) => ({
    isFirst: retestOf === null,
    state: stageStateOf({ plan, marks, discontinued, closed: true }),
  }));
  const shown = judged.filter(({ state }) => state !== 'discontinued');
  const passed = (first: boolean) => {
    const own = shown.filter(({ isFirst }) => isFirst === first);
    return sharePer100(own.filter(({ state }) => state === 'passed').length, own.length);
  };
  return { first: passed(true), again: passed(false), discontinued: judged.length - shown.length };
}

interface Estimate {
  student: string;
  day: string;
  lessons: number;
  low: number;
  high: number;
}

/** An estimate has held where the skills that it is of were ready within it; before it is over and before they are, it is open. */
async function forecastsOf(
  database: DataSource,
  school: School,
  students: readonly FollowedStudent[],
): Promise<ToSolo['forecasts']> {
  const { id: schoolId } = school;
  const estimates: Estimate[] = await database.query(
    'SELECT student_id AS student, day::text, lessons, low, high FROM forecast WHERE school_id = $1',
    [schoolId],
  );
  if (estimates.length === 0) return [];
  const wanted = (await syllabusOf(database, school)).skills.filter(feedsForecast).map(({ id }) => id);
  const ready: { student: string; skill: string; on: string | null }[] = await database.query(
    `SELECT student_id AS student, skill, record->'course'->>'readyOn' AS on FROM skill_record
     WHERE school_id = $1 AND skill = ANY($2)`,
    [schoolId, wanted],
  );
  const byStudent = groupBy(ready, ({ student }) => student);
  const readyOn = (student: string): string | null => {
    const days = wanted.map(
      (skill) => byStudent.get(student)?.find((one) => one.skill === skill)?.on ?? null,
    );
    return days.includes(null) ? null : (days.sort().at(-1) ?? null);
  };
  const followed = new Map(students.map((one) => [one.id, one]));
  const outcomes = estimates.flatMap(({ student, day, lessons, low, high }) => {
    const own = followed.get(student);
    if (!own) return [];
    const on = readyOn(student);
    // What was ready before is no estimate of anything.
    if (on !== null && on <= day) return [];
    const took = own.days.filter(({ date }) => date > day && (on === null || date <= on)).length;
    if (on === null && took <= high) return [];
    return [{ lessons, outcome: took > high ? 'late' : took < low ? 'early' : 'held' }];
  });
  return STAGES.map(([from, name], i) => {
    const below = STAGES[i + 1]?.[0] ?? Number.POSITIVE_INFINITY;
    const own = outcomes.filter(({ lessons }) => lessons >= from && lessons < below);
    const count = (outcome: string) => own.filter((one) => one.outcome === outcome).length;
    return {
      lessons: name,
      made: own.length,
      held: count('held'),
      early: count('early'),
      late: count('late'),
    };
  });
}

interface Booked {
  airplane: string;
  name: string;
  bookings: number;
  hours: number;
  workshop: number;
  flights: number;
  why: Record<string, number> | null;
}

/** Of the last year. */
async function fleetOf(database: DataSource, schoolId: string, now: Date): Promise<ToSolo['fleet']> {
  const rows: Booked[] = await database.query(
    `SELECT airplane.id AS airplane, airplane.data->>'name' AS name,
       (SELECT count(*)::int FROM recording WHERE recording.school_id = $1 AND recording.airplane_row_id = airplane.row_id
          AND deleted_at IS NULL AND flown_in = 'airplane' AND flown_at > $2::timestamptz - interval '${YEAR_DAYS} days') AS flights,
       booked.*, cancelled.why
     FROM airplane
     LEFT JOIN LATERAL (
       SELECT count(*) FILTER (WHERE kind <> 'maintenance')::int AS bookings,
         coalesce(sum(extract(epoch FROM upper(during) - lower(during)) / 3600) FILTER (WHERE kind <> 'maintenance'), 0)::float AS hours,
         coalesce(sum(extract(epoch FROM upper(during) - lower(during)) / 3600) FILTER (WHERE kind = 'maintenance'), 0)::float AS workshop
       FROM booking WHERE booking.school_id = $1 AND booking.airplane_row_id = airplane.row_id AND booking.cancelled IS NULL
         AND lower(during) > $2::timestamptz - interval '${YEAR_DAYS} days' AND lower(during) <= $2) booked ON true
     LEFT JOIN LATERAL (
       SELECT jsonb_object_agg(why, times) AS why FROM (
         SELECT cancelled->>'why' AS why, count(*)::int AS times FROM booking
         WHERE booking.school_id = $1 AND booking.airplane_row_id = airplane.row_id AND booking.cancelled IS NOT NULL
           AND lower(during) > $2::timestamptz - interval '${YEAR_DAYS} days' AND lower(during) <= $2 GROUP BY 1) reasons) cancelled ON true
     WHERE airplane.school_id = $1 AND coalesce((airplane.data->>'retired')::boolean, false) = false
     ORDER BY airplane.id`,
    [schoolId, now],
  );
  return rows.map(({ airplane, name, bookings, hours, workshop, flights, why }) => ({
    airplane,
    name,
    bookings,
    bookedHours: hours,
    flights,
    cancelled: why ?? {},
    maintenanceHours: workshop,
  }));
}
