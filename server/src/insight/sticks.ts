/** Where the school's students stick: how long each skill takes, and which faults come more often than last quarter. */
import {
  dayAfter,
  dayIn,
  type Followed,
  type InsightQuery,
  ratePer100,
  type SkillCourse,
  type Sticks,
  type Syllabus,
  sameRate,
  sharePer100,
  toldOf,
  waitedOf,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { type School, zoneOf } from '../db/entities.ts';
import { groupBy } from '../path/group-by.ts';
import { syllabusOf } from '../path/syllabus-of.ts';
import { type FollowedStudent, followedStudents, hoursUntil } from './followed.ts';

const QUARTER_DAYS = 91;
/** Rarer than this in both quarters together, a fault is no pattern of the school. */
const LEAST_TIMES = 3;

export async function sticksOf(
  database: DataSource,
  school: School,
  wanted: InsightQuery,
  now = new Date(),
): Promise<Sticks> {
  const zone = zoneOf(school);
  const today = dayIn(now, zone);
  const until = wanted.until && wanted.until < today ? wanted.until : today;
  // A quarter that is over ends with its last day.
  const at = until === today ? now : new Date(`${dayAfter(until, 1)}T00:00:00Z`);
  const from = dayAfter(until, -QUARTER_DAYS);
  const [skills, faults] = await Promise.all([
    skillsOf(database, school, zone),
    faultsOf(database, school.id, at, wanted),
  ]);
  return { skills, faults, from, until };
}

async function skillsOf(database: DataSource, school: School, zone: string): Promise<Sticks['skills']> {
  const [syllabus, rows, students]: [
    Syllabus,
    { skill: string; studentId: string; course: SkillCourse }[],
    FollowedStudent[],
  ] = await Promise.all([
    syllabusOf(database, school),
    // The rest of a record is large, and not asked for.
    database.query(
      `SELECT skill, student_id AS "studentId", record->'course' AS course FROM skill_record
       WHERE school_id = $1 AND record->'course'->>'firstOn' IS NOT NULL`,
      [school.id],
    ),
    followedStudents(database, school.id, zone),
  ]);
  const student = new Map(students.map((one) => [one.id, one]));
  const bySkill = groupBy(rows, ({ skill }) => skill);
  return syllabus.skills.map(({ id, title, maneuver }) => {
    const flown = (bySkill.get(id) ?? []).map(({ studentId, course }) => ({
      course,
      student: student.get(studentId),
    }));
    const lessons = flown.map(
      ({ course }): Followed => ({ until: course.lessons, happened: course.readyOn !== null }),
    );
    const hours = flown.flatMap(({ course: { firstOn, readyOn }, student }): Followed[] => {
      const until = student ? hoursUntil(student, readyOn, firstOn) : 0;
      // Without a logbook there are no hours to count.
      return until > 0 ? [{ until, happened: readyOn !== null }] : [];
    });
    const sum = (of: (one: (typeof flown)[number]['course']) => number) =>
      flown.reduce((total, { course }) => total + of(course), 0);
    return {
      skill: id,
      title,
      maneuver,
      lessons: waitedOf(lessons),
      hours: waitedOf(hours),
      firstTries: sharePer100(
        sum((one) => one.firstTriesPassed),
        sum((one) => one.firstTries),
      ),
      wentRusty: sum((one) => one.wentRusty),
    };
  });
}

/** Of each maneuver's attempts, this quarter's and the last's. */
async function faultsOf(
  database: DataSource,
  schoolId: string,
  now: Date,
  { maneuver, airplane }: InsightQuery,
): Promise<Sticks['faults']> {
  const quarter = `flown_at > $2::timestamptz - interval '${2 * QUARTER_DAYS} days' AND flown_at <= $2`;
  const isNow = `flown_at > $2::timestamptz - interval '${QUARTER_DAYS} days'`;
  const own = `flown_in = 'airplane' AND help NOT IN ('demonstration', 'deliberate-error')
    AND ($3::text IS NULL OR maneuver = $3)
    AND ($4::text IS NULL OR recording_id IN (SELECT recording.id FROM recording
      JOIN airplane ON airplane.school_id = recording.school_id AND airplane.row_id = recording.airplane_row_id
      WHERE recording.school_id = $1 AND airplane.id = $4))`;
  const asked = [schoolId, now, maneuver ?? null, airplane ?? null];
  const [found, flown]: [
    { finding: string; now: number; before: number; briefed: number }[],
    { maneuver: string; now: number; before: number }[],
  ] = await Promise.all([
    database.query(
      `SELECT finding, count(*) FILTER (WHERE recent)::int AS now, count(*) FILTER (WHERE NOT recent)::int AS before,
         count(*) FILTER (WHERE recent AND briefed)::int AS briefed
       FROM (SELECT DISTINCT finding, recording_id, attempt, ${isNow} AS recent, EXISTS (SELECT FROM lesson
           WHERE lesson.school_id = $1 AND lesson.id = attempt.lesson_id
             AND lesson.items::jsonb @> jsonb_build_array(jsonb_build_object('maneuver', maneuver))) AS briefed
         FROM attempt_finding JOIN attempt USING (school_id, recording_id, attempt)
         WHERE school_id = $1 AND severity <> 'note' AND ${quarter} AND ${own}) once
       GROUP BY finding`,
      asked,
    ),
    database.query(
      `SELECT maneuver, count(*) FILTER (WHERE ${isNow})::int AS now, count(*) FILTER (WHERE NOT ${isNow})::int AS before
       FROM attempt WHERE school_id = $1 AND ${quarter} AND ${own} GROUP BY maneuver`,
      asked,
    ),
  ]);
  const of = new Map(flown.map((one) => [one.maneuver, one]));
  const faults = found
    .filter((one) => one.now + one.before >= LEAST_TIMES)
    .map(({ finding, briefed, ...times }) => {
      const attempts = of.get(finding.slice(0, finding.indexOf('/'))) ?? { now: 0, before: 0 };
      return {
        finding,
        now: ratePer100(times.now, attempts.now),
        before: ratePer100(times.before, attempts.before),
        briefed: sharePer100(briefed, times.now),
        p: sameRate({ times: times.now, of: attempts.now }, { times: times.before, of: attempts.before }),
      };
    });
  const told = new Set(toldOf(faults));
  return faults
    .map((one) => ({
      ...one,
      told: told.has(one)
        ? (one.now.per100 ?? 0) > (one.before.per100 ?? 0)
          ? ('more' as const)
          : ('less' as const)
        : null,
    }))
    .sort(
      (a, b) =>
        Number(b.told !== null) - Number(a.told !== null) || (b.now.per100 ?? 0) - (a.now.per100 ?? 0),
    );
}
