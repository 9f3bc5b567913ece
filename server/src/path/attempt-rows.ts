/** Attempts as rows: written whenever a score or a word changes them, so that no list reads a score to count. */
import { attemptsFlown, dayIn, type PathAttempt, type Score, type Statement } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import {
  AttemptEntity,
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
import { writeLandings } from './landings.ts';
import { writeRecords } from './skill-records.ts';

/** Writes a recording's rows anew, in the transaction of what changed them. */
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
  const before: { maneuver: string }[] = await manager.query(
    'SELECT DISTINCT maneuver FROM attempt WHERE school_id = $1 AND recording_id = $2',
    [schoolId, id],
  );
  await manager.delete(AttemptEntity, { schoolId, recordingId: id });
  const shown = !score || row.deletedAt ? null : score;
  await writeLandings(manager, row, school, shown);
  const written = shown ? await insertAttempts(manager, row, school, shown, statements) : [];
  const touched = new Set([...before.map(({ maneuver }) => maneuver), ...written]);
  await writeRecords(manager, school, row.studentId, touched);
}

/** @returns the maneuvers that were written. */
async function insertAttempts(
  manager: EntityManager,
  row: OwnedRecording,
  school: School,
  score: Score,
  statements: Statement[],
): Promise<string[]> {
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
  if (attempts.length === 0) return [];
  const day = dayIn(row.flownAt, zoneOf(school));
  await manager.insert(
    AttemptEntity,
    attempts.map(({ startS, endS, ...data }) => ({
      schoolId,
      recordingId: id,
      attempt: data.attempt,
      studentId: row.studentId,
      startS,
      endS,
      maneuver: data.maneuver,
      variant: data.variant,
      help: data.help,
      flownIn: data.flownIn,
      strict: data.strict,
      examiner: data.examiner,
      verdict: data.verdict,
      worstUsed: data.worst && Math.abs(data.worst.used),
      worst: data.worst?.used ?? null,
      critical: data.critical,
      brokenOff: data.brokenOff,
      inBulk: data.helpInBulk,
      unseen: data.restsOnUnseen,
      moderateAir: data.moderateAir,
      depth: data.depth,
      lessonId: data.lessonId,
      grade: data.grade,
      flownAt: row.flownAt,
      day,
      data,
    })),
  );
  return attempts.map(({ maneuver }) => maneuver);
}

/** A student's attempts, of one maneuver or of all, in the order flown, with what was said of them. */
export async function attemptsOf(
  database: DataSource,
  { schoolId, id: studentId }: { schoolId: string; id: string },
  maneuver: string | null = null,
): Promise<PathAttempt[]> {
  // As they are stored: making hundreds of entities of them would cost more than finding them.
  const rows: { data: PathAttempt; title: string | null }[] = await database.query(
    `SELECT attempt.data, lesson.title FROM attempt
     LEFT JOIN lesson ON lesson.school_id = attempt.school_id AND lesson.id = (attempt.data->>'lessonId')::uuid
     WHERE attempt.school_id = $1 AND attempt.student_id = $2 AND ($3::text IS NULL OR attempt.maneuver = $3)
     ORDER BY attempt.flown_at, attempt.recording_id, attempt.attempt`,
    [schoolId, studentId, maneuver],
  );
  return rows.map(({ data, title }) => ({ ...data, lessonTitle: title }));
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
