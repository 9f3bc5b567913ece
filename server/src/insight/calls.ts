/** Who needs a call, and what lies undone: from rows, longest first. */
import { CALL_KINDS, type Call, dayIn, daysUntil, gatesBriefly, type InsightQuery } from '@keel/core';
import type { DataSource } from 'typeorm';
import { type School, TeachingEntity, zoneOf } from '../db/entities.ts';
import { closingsOfAll } from '../path/closings.ts';
import { teachersOf } from '../path/matrix.ts';
import { syllabusOf } from '../path/syllabus-of.ts';
import { type Asker, studentsInLittle } from '../scope.ts';

const IDLE_DAYS = 21;
/** A flight is graded and its entry signed within so many days. */
const GRADED_WITHIN_DAYS = 3;
const SIGNED_WITHIN_DAYS = 7;
/** Older than this it is history. */
const HISTORY_DAYS = 180;
const ENDING_DAYS = 30;
/** Of the last lessons so many instructors. */
const LAST_LESSONS = 8;
const MANY_INSTRUCTORS = 3;

interface Found {
  kind: Call['kind'];
  student: string;
  /** Of the school's zone. */
  day: string;
  count: number | null;
  about: string | null;
  recording: string | null;
}

const FOUND = `SELECT kind, student, (at AT TIME ZONE $4)::date::text AS day, count, about, recording FROM (
  SELECT 'idle' AS kind, student_id AS student, max(flown_at) AS at, NULL::int AS count, NULL AS about, NULL::uuid AS recording
    FROM recording WHERE school_id = $1 AND student_id = ANY($2) AND deleted_at IS NULL AND flown_in = 'airplane'
    GROUP BY student_id HAVING max(flown_at) < $3::timestamptz - interval '${IDLE_DAYS} days'
  UNION ALL
  SELECT 'ungraded', student_id, min(flown_at), count(DISTINCT recording_id)::int, NULL, (array_agg(recording_id ORDER BY flown_at))[1]
    FROM attempt WHERE school_id = $1 AND student_id = ANY($2) AND flown_in = 'airplane' AND grade IS NULL
      AND help NOT IN ('demonstration', 'deliberate-error')
      AND flown_at BETWEEN $3::timestamptz - interval '${HISTORY_DAYS} days' AND $3::timestamptz - interval '${GRADED_WITHIN_DAYS} days'
    GROUP BY student_id
  UNION ALL
  SELECT 'unsigned', student_id, min(flown_at), count(*)::int, NULL, NULL
    FROM recording WHERE school_id = $1 AND student_id = ANY($2) AND deleted_at IS NULL AND flown_in = 'airplane' AND status = 'analysed'
      AND flown_at BETWEEN $3::timestamptz - interval '${HISTORY_DAYS} days' AND $3::timestamptz - interval '${SIGNED_WITHIN_DAYS} days'
      AND NOT EXISTS (SELECT FROM signed WHERE signed.school_id = $1 AND signed.recording_id = recording.id)
    GROUP BY student_id
  UNION ALL
  SELECT 'many-instructors', student_id, min(planned_at), count(DISTINCT instructor_id)::int, NULL, NULL
    FROM (SELECT student_id, instructor_id, planned_at, row_number() OVER (PARTITION BY student_id ORDER BY planned_at DESC) AS nth
      FROM lesson WHERE school_id = $1 AND student_id = ANY($2) AND planned_at < $3) last
    WHERE nth <= ${LAST_LESSONS} GROUP BY student_id HAVING count(DISTINCT instructor_id) >= ${MANY_INSTRUCTORS}
  UNION ALL
  SELECT 'solo-uncovered', flown.student_id, max((flown.body->'entry'->>'date')::timestamptz), count(*)::int,
      max(flown.body->'entry'->>'airplane'), NULL
    FROM signed flown WHERE flown.school_id = $1 AND flown.student_id = ANY($2) AND flown.kind = 'entry' AND flown.origin IS NULL
      AND (flown.body->'entry'->>'soloMin')::int > 0 AND coalesce((flown.body->'entry'->>'broughtForward')::boolean, false) = false
      AND flown.signed_at > $3::timestamptz - interval '${HISTORY_DAYS} days'
      AND NOT EXISTS (SELECT FROM signed held WHERE held.school_id = $1 AND held.student_id = flown.student_id AND held.kind = 'endorsement'
        AND held.body->'endorsement'->>'gate' = 'solo-endorsement'
        AND held.body->'endorsement'->>'date' <= flown.body->'entry'->>'date'
        AND coalesce(held.body->'endorsement'->>'endsOn', '9999') >= flown.body->'entry'->>'date')
    GROUP BY flown.student_id) found`;

/** @param wanted of one instructor’s students, where it names one */
export async function callsOf(
  database: DataSource,
  viewer: Asker,
  school: School,
  { instructor }: InsightQuery,
  now = new Date(),
) {
  const zone = zoneOf(school);
  const on = dayIn(now, zone);
  const everybody = await studentsInLittle(database, viewer);
  const taught = instructor && (await taughtBy(database, viewer.schoolId, instructor));
  const students = taught ? everybody.filter(({ id }) => taught.has(id)) : everybody;
  const ids = students.map(({ id }) => id);
  const [found, instructors, papers]: [Found[], Map<string, string>, Paper[]] = await Promise.all([
    database.query(FOUND, [viewer.schoolId, ids, now, zone]),
    teachersOf(database, viewer.schoolId),
    papersOf(database, viewer.schoolId, school, students, on),
  ]);
  const named = new Map(students.map(({ id, name }) => [id, { id, name }]));
  const calls = found.map(
    ({ kind, student, day, count, about, recording }): Call => ({
      kind,
      student: named.get(student)!,
      instructor: instructors.get(student) ?? '',
      days: daysUntil(day, on),
      count,
      about,
      recordingId: recording,
    }),
  );
  calls.push(...papers.map((one) => ({ ...one, instructor: instructors.get(one.student.id) ?? '' })));
  const order = (one: Call) => CALL_KINDS.indexOf(one.kind);
  return { on, calls: calls.sort((a, b) => order(a) - order(b) || b.days - a.days) };
}

async function taughtBy(database: DataSource, schoolId: string, instructor: string): Promise<Set<string>> {
  const rows = await database
    .getRepository(TeachingEntity)
    .find({ where: { schoolId, instructorId: instructor }, select: { studentId: true, until: true } });
  const now = Date.now();
  return new Set(
    rows.flatMap(({ studentId, until }) => (until && until.getTime() <= now ? [] : [studentId])),
  );
}

/** What ends, before it is said who teaches. */
type Paper = Omit<Call, 'instructor'>;

async function papersOf(
  database: DataSource,
  schoolId: string,
  school: School,
  students: Awaited<ReturnType<typeof studentsInLittle>>,
  on: string,
): Promise<Paper[]> {
  const ids = students.map(({ id }) => id);
  const [syllabus, closings] = await Promise.all([
    syllabusOf(database, school),
    closingsOfAll(database, schoolId, ids),
  ]);
  return students.flatMap(({ id, name, born }) => {
    const gates = gatesBriefly({
      syllabus,
      born,
      on,
      zone: zoneOf(school),
      // What is on paper ends by its own day, whatever is flown.
      standings: new Map(),
      closings: closings.get(id) ?? [],
    });
    return gates.flatMap(({ gate, endsOn }): Paper[] => {
      if (!endsOn || daysUntil(on, endsOn) > ENDING_DAYS) return [];
      return [
        {
          kind: 'paper-ends',
          student: { id, name },
          days: daysUntil(endsOn, on),
          count: null,
          about: gate.title,
          recordingId: null,
        },
      ];
    });
  });
}
