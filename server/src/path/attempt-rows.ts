/** Attempts as rows: written whenever a score or a word changes them, so that no list reads a score to count. */
import { isDeepStrictEqual } from 'node:util';
import { attemptsFlown, dayIn, type PathAttempt, type Score, type Statement } from '@keel/core';
import { type DataSource, type EntityManager, In } from 'typeorm';
import {
  AttemptEntity,
  AttemptFindingEntity,
  type AttemptFindingRow,
  type AttemptRest,
  type AttemptRow,
  type OwnedRecording,
  RecordingEntity,
  type RecordingRow,
  type School,
  SchoolEntity,
  ScoreEntity,
  zoneOf,
} from '../db/entities.ts';
import { statementsOf } from '../debrief/analysis-input.ts';
import type { Handler } from '../tasks/handler.ts';
import { CHANNEL } from '../tasks/list.ts';
import { writeExceedances } from './exceedances.ts';
import { writeLandings } from './landings.ts';
import { writeRecords } from './skill-records.ts';

/**
 * Brings a recording's rows to what its score and its words come to, in the transaction of what changed them. A tap changes one
 * attempt: the rows of the others stay as they are.
 */
export async function writeAttempts(
  manager: EntityManager,
  recording: Pick<RecordingRow, 'schoolId' | 'id'>,
  known?: Score,
): Promise<void> {
  const { schoolId, id } = recording;
  // Of two words said at once, the second counts with the first in sight.
  const found = await manager.findOne(RecordingEntity, {
    where: { schoolId, id },
    lock: { mode: 'pessimistic_write' },
  });
  // What is nobody's counts for nobody.
  if (!found?.studentId) return;
  const row: OwnedRecording = { ...found, studentId: found.studentId };
  // One after the other: a transaction has one connection.
  const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
  const statements = await statementsOf(manager, row);
  const score =
    known ?? (await manager.findOneBy(ScoreEntity, { schoolId, recordingId: id, current: true }))?.score;
  const shown = !score || row.deletedAt ? null : score;
  await writeLandings(manager, row, school, shown);
  await writeExceedances(manager, row, shown);
  const touched = await keepOnly(manager, row, shown ? wantedRows(row, school, shown, statements) : []);
  if (known) for (const { maneuver } of known.attempts) touched.add(maneuver);
  await writeRecords(manager, school, row.studentId, touched);
}

/** Of each attempt its row, and what went wrong in it. */
interface Wanted {
  row: AttemptRow;
  findings: AttemptFindingRow[];
}

/** Takes away what is no more, and writes what is new or other than it was. @returns the maneuvers of either. */
async function keepOnly(
  manager: EntityManager,
  { schoolId, id: recordingId }: OwnedRecording,
  wanted: readonly Wanted[],
): Promise<Set<string>> {
  const of = { schoolId, recordingId };
  const there = await manager.findBy(AttemptEntity, of);
  const faults = await manager.find(AttemptFindingEntity, { where: of, order: { nth: 'ASC' } });
  const isThere = ({ row, findings }: Wanted) => {
    const { attempt } = row;
    const before = [
      there.find((one) => one.attempt === attempt) ?? null,
      faults.filter((one) => one.attempt === attempt),
    ];
    return isDeepStrictEqual(plain(before), plain([row, findings]));
  };
  const stays = new Set(wanted.filter(isThere).map(({ row }) => row.attempt));
  const other = wanted.filter(({ row }) => !stays.has(row.attempt));
  const gone = there.filter(({ attempt }) => !stays.has(attempt));
  if (gone.length > 0)
    await manager.delete(AttemptEntity, { ...of, attempt: In(gone.map(({ attempt }) => attempt)) });
  if (other.length > 0)
    await manager.insert(
      AttemptEntity,
      other.map(({ row }) => row),
    );
  const found = other.flatMap(({ findings }) => findings);
  if (found.length > 0) await manager.insert(AttemptFindingEntity, found);
  return new Set([...gone, ...other.map(({ row }) => row)].map(({ maneuver }) => maneuver));
}

/** As JSON has it, whatever the order of its keys: what is undefined is not there, and a day is a word. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

function wantedRows(row: OwnedRecording, school: School, score: Score, statements: Statement[]): Wanted[] {
  const { schoolId, id } = row;
  const attempts = attemptsFlown({
    recordingId: id,
    lessonId: row.lessonId,
    flownAt: row.flownAt.toISOString(),
    flownIn: row.flownIn,
    score,
    statements,
    demonstrationFirst: school.settings.demonstrationFirst,
  });
  const day = dayIn(row.flownAt, zoneOf(school));
  return attempts.map((one) => ({
    row: {
      schoolId,
      recordingId: id,
      attempt: one.attempt,
      studentId: row.studentId,
      startS: one.startS,
      endS: one.endS,
      maneuver: one.maneuver,
      variant: one.variant,
      help: one.help,
      flownIn: one.flownIn,
      strict: one.strict,
      examiner: one.examiner,
      verdict: one.verdict,
      worstUsed: one.worst && Math.abs(one.worst.used),
      worst: one.worst?.used ?? null,
      critical: one.critical,
      brokenOff: one.brokenOff,
      inBulk: one.helpInBulk,
      unseen: one.restsOnUnseen,
      moderateAir: one.moderateAir,
      depth: one.depth,
      lessonId: one.lessonId,
      grade: one.grade,
      gradedBy: one.gradedBy,
      selfGrade: one.selfGrade,
      configuration: one.configuration,
      flownBy: one.flownBy,
      flownAt: row.flownAt,
      day,
      data: {
        standard: one.standard,
        overridden: one.overridden,
        toleranceUsed: one.toleranceUsed,
        worst: one.worst,
        ...(one.distracted && { distracted: true as const }),
      },
    },
    findings: one.findings.map(({ id: finding, severity, size, params = null, asWritten = null }, nth) => ({
      schoolId,
      recordingId: id,
      attempt: one.attempt,
      nth,
      finding,
      severity,
      size,
      params,
      asWritten,
    })),
  }));
}

/** The columns of an attempt by the names that a path has for them. */
export const PATH_COLUMNS = `attempt.recording_id AS "recordingId", attempt.attempt, attempt.lesson_id AS "lessonId",
  attempt.flown_at AS "flownAt", attempt.maneuver, attempt.variant, attempt.flown_in AS "flownIn", attempt.help,
  attempt.in_bulk AS "helpInBulk", attempt.critical, attempt.broken_off AS "brokenOff",
  attempt.moderate_air AS "moderateAir", attempt.depth, attempt.configuration, attempt.unseen AS "restsOnUnseen",
  attempt.flown_by AS "flownBy", attempt.verdict, attempt.strict, attempt.examiner, attempt.grade,
  attempt.self_grade AS "selfGrade", attempt.data,
  (SELECT coalesce(jsonb_agg(jsonb_build_object('id', f.finding, 'severity', f.severity, 'size', f.size)
      || CASE WHEN f.params IS NULL THEN '{}' ELSE jsonb_build_object('params', f.params) END
      || CASE WHEN f.as_written IS NULL THEN '{}' ELSE jsonb_build_object('asWritten', f.as_written) END ORDER BY f.nth), '[]')
    FROM attempt_finding AS f
    WHERE (f.school_id, f.recording_id, f.attempt) = (attempt.school_id, attempt.recording_id, attempt.attempt)) AS findings`;
export type PathColumns = Omit<PathAttempt, keyof AttemptRest | 'flownAt' | 'lessonTitle'> & {
  flownAt: Date;
  data: AttemptRest;
};
export const pathAttemptOf = (
  { data, flownAt, ...columns }: PathColumns,
  lessonTitle: string | null = null,
): PathAttempt => ({ ...columns, distracted: false, ...data, flownAt: flownAt.toISOString(), lessonTitle });

/** A student's attempts, of one maneuver or of all, in the order flown, with what was said of them. */
export async function attemptsOf(
  database: DataSource,
  { schoolId, id: studentId }: { schoolId: string; id: string },
  maneuver: string | null = null,
): Promise<PathAttempt[]> {
  // As they are stored: making hundreds of entities of them would cost more than finding them.
  const rows: (PathColumns & { title: string | null })[] = await database.query(
    `SELECT ${PATH_COLUMNS}, lesson.title FROM attempt
     LEFT JOIN lesson ON lesson.school_id = attempt.school_id AND lesson.id = attempt.lesson_id
     WHERE attempt.school_id = $1 AND attempt.student_id = $2 AND ($3::text IS NULL OR attempt.maneuver = $3)
     ORDER BY attempt.flown_at, attempt.recording_id, attempt.attempt`,
    [schoolId, studentId, maneuver],
  );
  return rows.map(({ title, ...row }) => pathAttemptOf(row, title));
}

/** Counts a score from before attempts were rows, or one whose school counts otherwise by now. */
export const countTask: Handler =
  async ({ schoolId, subject: id }) =>
  async (manager) => {
    await writeAttempts(manager, { schoolId, id });
    return {};
  };

/** Asks for the count of everything that a school has scored, in two statements however much that is. */
export async function countAnew(manager: EntityManager, schoolId: string): Promise<void> {
  await manager.query(
    `INSERT INTO task (school_id, kind, subject)
     SELECT school_id, 'count', id::text FROM recording WHERE school_id = $1 AND status = 'analysed'
     ON CONFLICT (school_id, kind, subject) WHERE state = 'waiting' DO NOTHING`,
    [schoolId],
  );
  await manager.query('SELECT pg_notify($1, $2)', [CHANNEL, 'many']);
}
