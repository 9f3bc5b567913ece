/** The day, put together from rows. */
import {
  dayAfter,
  dayIn,
  daysUntil,
  gatesBriefly,
  instantOf,
  recurringText,
  type StandingWord,
  summaryWordOn,
  type Today,
  unitsFor,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { SchoolEntity, zoneOf } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { closingsOfAll } from '../path/closings.ts';
import { recurringOf } from '../path/recurring.ts';
import { summariesOf } from '../path/skill-records.ts';
import { syllabusOf } from '../path/syllabus-of.ts';
import { missingAgreements } from '../people/missing-agreements.ts';
import { studentsInLittle } from '../scope.ts';
import { bookingsIn } from '../week/bookings.ts';

/** Seen ahead: skills going rusty, papers running out, days. */
const RUSTING_DAYS = 5;
const ENDING_DAYS = 30;
const MOST = 12;
/** A flight waits for its grades, and a word for its answer, so long. */
const RECENT_DAYS = 30;

interface LessonRow {
  id: string;
  title: string;
  at: Date;
  studentId: string;
  airplane: string;
  cards: number;
  recordingId: string | null;
  ungraded: number;
  signed: boolean;
  /** Graded by hand, since nothing recorded it. */
  byHand: boolean;
}

export async function todayOf(database: DataSource, viewer: Viewer, now = new Date()): Promise<Today> {
  const { schoolId, role } = viewer;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const zone = zoneOf(school);
  const on = dayIn(now, zone);
  const students = await studentsInLittle(database, viewer);
  const ids = students.map(({ id }) => id);
  const nameOf = new Map(students.map(({ id, name }) => [id, { id, name }]));
  const [from, until] = [instantOf(on, zone), instantOf(dayAfter(on, 1), zone)];
  const [lessons, bookings, syllabus, summaries, closings]: [
    LessonRow[],
    Awaited<ReturnType<typeof bookingsIn>>,
    Awaited<ReturnType<typeof syllabusOf>>,
    Awaited<ReturnType<typeof summariesOf>>,
    Awaited<ReturnType<typeof closingsOfAll>>,
  ] = [
    await lessonsOn(database, schoolId, ids, from, until, role === 'student' ? 3 : 0),
    await bookingsIn(database, schoolId, from, until),
    await syllabusOf(database, school),
    await summariesOf(database, schoolId, ids),
    await closingsOfAll(database, schoolId, ids),
  ];
  const briefed = new Set(lessons.map(({ id }) => id));
  const rusting: Today['rusting'] = [];
  const closing: Today['closing'] = [];
  const ending: Today['ending'] = [];
  for (const account of students) {
    const student = { id: account.id, name: account.name };
    const known = summaries.get(account.id) ?? {};
    const standings = new Map<string, StandingWord>();
    for (const skill of syllabus.skills) {
      const summary = known[skill.id];
      if (!summary) continue;
      const { standing, rustyInDays } = summaryWordOn(summary, on, skill.staleAfterDays);
      standings.set(skill.id, standing);
      if (rustyInDays !== null && rustyInDays <= RUSTING_DAYS)
        rusting.push({ student, skill: skill.id, title: skill.title, inDays: rustyInDays });
    }
    const gates = gatesBriefly({
      syllabus,
      born: account.born,
      on,
      zone,
      standings,
      closings: closings.get(account.id) ?? [],
    });
    for (const { gate, waits, endsOn } of gates) {
      if (waits) closing.push({ student, gate: gate.id, title: gate.title });
      if (!endsOn) continue;
      const inDays = daysUntil(on, endsOn);
      if (inDays <= ENDING_DAYS) ending.push({ student, title: gate.title, endsOn, inDays });
    }
  }
  const flyToday = students.filter(
    ({ id }) =>
      lessons.some(({ studentId }) => studentId === id) || bookings.some(({ studentId }) => studentId === id),
  );
  const byDays = (a: { inDays: number }, b: { inDays: number }) => a.inDays - b.inDays;
  return {
    on,
    // What a student has flown is no longer next.
    lessons: lessons
      .filter(({ recordingId, byHand }) => role !== 'student' || !(recordingId || byHand))
      .map((lesson) => ({
        id: lesson.id,
        title: lesson.title,
        at: lesson.at.toISOString(),
        student: nameOf.get(lesson.studentId)!,
        airplane: lesson.airplane,
        recordingId: lesson.recordingId,
        needs: needsOf(lesson),
      })),
    toGrade: await toGradeOf(database, viewer, nameOf, now),
    words: await wordsOf(database, viewer, nameOf, now),
    bookings: bookings
      .filter(({ kind, studentId, lessonId, instructorId }) => {
        const theirs = studentId !== null && nameOf.has(studentId);
        const shown = role !== 'instructor' || instructorId === viewer.id || theirs;
        return kind !== 'maintenance' && kind !== 'away' && theirs && shown && !briefed.has(lessonId ?? '');
      })
      .map((row) => ({
        id: row.id,
        at: row.from.toISOString(),
        until: row.until.toISOString(),
        student: nameOf.get(row.studentId!)!,
        airplane: row.airplane ?? '',
      })),
    ...(role === 'chief' && { exceeded: await unseenExceedances(database, schoolId) }),
    agreements: role === 'student' ? [] : await missingAgreements(database, viewer, flyToday, on),
    rusting: rusting.sort(byDays).slice(0, MOST),
    closing: closing.slice(0, MOST),
    ending: ending.sort(byDays).slice(0, MOST),
    practise: role === 'student' ? await practiseOf(database, viewer, lessons) : null,
  };
}

/** @param ahead how many of those still to come are seen beyond the day. */
function lessonsOn(
  database: DataSource,
  schoolId: string,
  students: readonly string[],
  from: Date,
  until: Date,
  ahead: number,
): Promise<LessonRow[]> {
  return database.query(
    `SELECT lesson.id, lesson.title, lesson.planned_at AS at, lesson.student_id AS "studentId",
       airplane.data->>'name' AS airplane, jsonb_array_length(lesson.cards) AS cards, recording.id AS "recordingId",
       (SELECT count(*)::int FROM attempt WHERE attempt.school_id = $1 AND attempt.recording_id = recording.id
          AND grade IS NULL AND help NOT IN ('demonstration', 'deliberate-error')) AS ungraded,
       EXISTS (SELECT FROM signed WHERE signed.school_id = $1 AND signed.recording_id = recording.id) AS signed,
       EXISTS (SELECT FROM entered_attempt hand WHERE hand.school_id = $1 AND hand.lesson_id = lesson.id AND hand.withdrawn IS NULL) AS "byHand"
     FROM lesson
     JOIN airplane ON airplane.school_id = lesson.school_id AND airplane.row_id = lesson.airplane_row_id
     LEFT JOIN LATERAL (SELECT id FROM recording WHERE recording.school_id = $1 AND recording.lesson_id = lesson.id
       AND recording.deleted_at IS NULL AND recording.flown_in = 'airplane' ORDER BY flown_at LIMIT 1) recording ON true
     WHERE lesson.school_id = $1 AND lesson.student_id = ANY($2) AND lesson.id IN (
       SELECT id FROM lesson day WHERE day.school_id = $1 AND day.student_id = ANY($2) AND planned_at >= $3 AND planned_at < $4
       UNION ALL (SELECT id FROM lesson later WHERE later.school_id = $1 AND later.student_id = ANY($2) AND planned_at >= $4
         ORDER BY planned_at LIMIT $5))
     AND (recording.id IS NOT NULL OR NOT EXISTS (SELECT FROM booking WHERE booking.school_id = $1 AND booking.lesson_id = lesson.id)
       OR EXISTS (SELECT FROM booking WHERE booking.school_id = $1 AND booking.lesson_id = lesson.id AND booking.cancelled IS NULL))
     ORDER BY lesson.planned_at, lesson.id`,
    [schoolId, students, from, until, ahead],
  );
}

/** Newest first. */
async function unseenExceedances(
  database: DataSource,
  schoolId: string,
): Promise<NonNullable<Today['exceeded']>> {
  const rows: (Omit<NonNullable<Today['exceeded']>[number], 'flownAt'> & { flownAt: Date })[] =
    await database.query(
      `SELECT recording_id AS "recordingId", airplane.data->>'name' AS airplane, flown_at AS "flownAt", finding, kias,
         limit_kias AS "limitKias"
       FROM exceedance
       JOIN recording ON recording.school_id = exceedance.school_id AND recording.id = recording_id AND deleted_at IS NULL
       JOIN airplane ON airplane.school_id = exceedance.school_id AND airplane.row_id = airplane_row_id
       WHERE exceedance.school_id = $1 AND seen_at IS NULL ORDER BY flown_at DESC LIMIT $2`,
      [schoolId, MOST],
    );
  return rows.map(({ flownAt, ...row }) => ({ ...row, flownAt: flownAt.toISOString() }));
}

type Named = ReadonlyMap<string, { id: string; name: string }>;
const sinceWeeks = (now: Date): Date => new Date(now.getTime() - RECENT_DAYS * 24 * 3_600_000);

/** Flights that wait for the viewer's own grades: of a student what they think of it, of staff theirs. */
async function toGradeOf(
  database: DataSource,
  { schoolId, role }: Viewer,
  names: Named,
  now: Date,
): Promise<Today['toGrade']> {
  const ungraded = role === 'student' ? 'attempt.self_grade IS NULL' : 'attempt.grade IS NULL';
  const rows: {
    recordingId: string;
    studentId: string;
    title: string | null;
    flownAt: Date;
    attempts: number;
  }[] = await database.query(
    `SELECT attempt.recording_id AS "recordingId", attempt.student_id AS "studentId", min(lesson.title) AS title,
         min(attempt.flown_at) AS "flownAt", count(*)::int AS attempts
       FROM attempt
       JOIN recording ON recording.school_id = $1 AND recording.id = attempt.recording_id AND recording.deleted_at IS NULL
       LEFT JOIN lesson ON lesson.school_id = $1 AND lesson.id = recording.lesson_id
       WHERE attempt.school_id = $1 AND attempt.student_id = ANY($2) AND attempt.flown_at >= $3 AND attempt.flown_in = 'airplane'
         AND attempt.help NOT IN ('demonstration', 'deliberate-error') AND ${ungraded}
       GROUP BY attempt.recording_id, attempt.student_id
       ORDER BY "flownAt" DESC LIMIT $4`,
    [schoolId, [...names.keys()], sinceWeeks(now), MOST],
  );
  return rows.map(({ recordingId, studentId, title, flownAt, attempts }) => ({
    recordingId,
    student: names.get(studentId)!,
    title: title ?? 'Flight',
    flownAt: flownAt.toISOString(),
    attempts,
  }));
}

/** The latest of each flight that holds: to staff what students ask, to a student the main point for the next lesson. */
async function wordsOf(
  database: DataSource,
  { schoolId, role }: Viewer,
  names: Named,
  now: Date,
): Promise<Today['words']> {
  const kind = role === 'student' ? 'next-time' : 'question';
  const rows: { recordingId: string; from: string; at: Date; text: string }[] = await database.query(
    `SELECT * FROM (
       SELECT DISTINCT ON (recording.student_id) statement.recording_id AS "recordingId", account.name AS "from",
         statement.created_at AS at, statement.body->>'text' AS text
       FROM statement
       JOIN recording ON recording.school_id = $1 AND recording.id = statement.recording_id AND recording.deleted_at IS NULL
       JOIN account ON account.school_id = $1 AND account.id = statement.author_id
       WHERE statement.school_id = $1 AND recording.student_id = ANY($2) AND statement.created_at >= $3
         AND statement.body->>'kind' = $4 AND statement.body->>'maneuver' = 'lesson'
       ORDER BY recording.student_id, statement.created_at DESC) latest
     WHERE text <> '' ORDER BY at DESC LIMIT $5`,
    [schoolId, [...names.keys()], sinceWeeks(now), kind, MOST],
  );
  return rows.map(({ at, ...row }) => ({ ...row, kind, at: at.toISOString() }));
}

function needsOf({
  cards,
  recordingId,
  ungraded,
  signed,
  byHand,
}: LessonRow): Today['lessons'][number]['needs'] {
  if (cards === 0) return ['brief'];
  if (!recordingId) return byHand ? [] : ['recording'];
  return [...(ungraded > 0 ? (['grades'] as const) : []), ...(signed ? [] : (['signature'] as const))];
}

/** The one thing: what recurs most in a maneuver of the next lesson, else that lesson’s first maneuver. */
async function practiseOf(
  database: DataSource,
  viewer: Viewer,
  lessons: readonly LessonRow[],
): Promise<Today['practise']> {
  const next = lessons.find(({ recordingId, byHand }) => !recordingId && !byHand);
  if (!next) return null;
  const [{ cards }]: { cards: { maneuver: string; title: string; speedUnit?: string }[] }[] =
    await database.query('SELECT cards FROM lesson WHERE school_id = $1 AND id = $2', [
      viewer.schoolId,
      next.id,
    ]);
  const recurring = await recurringOf(database, viewer);
  for (const one of recurring) {
    const card = one.count > 1 && cards.find(({ maneuver }) => one.id.startsWith(`${maneuver}/`));
    if (card)
      return {
        lessonId: next.id,
        maneuver: card.maneuver,
        title: card.title,
        why: recurringText(one, unitsFor(card)),
      };
  }
  const [first] = cards;
  return first
    ? {
        lessonId: next.id,
        maneuver: first.maneuver,
        title: first.title,
        why: 'it comes first in your next lesson',
      }
    : null;
}
