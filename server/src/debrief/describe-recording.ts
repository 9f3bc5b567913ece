/** A recording as it crosses the wire: what it is of, how far its scoring is, what came of it and what was said. */
import { CORE_VERSION, type RecordingView, unitsFor, wordedScore } from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  AccountEntity,
  AirplaneEntity,
  LessonEntity,
  type RecordingRow,
  SchoolEntity,
  ScoreEntity,
  StandardEntity,
} from '../db/entities.ts';
import { openTask } from '../tasks/list.ts';
import { statementsOf } from './analysis-input.ts';

/** Of a flight that matches no lesson, until it is given to someone. */
const NOBODY = { id: '00000000-0000-0000-0000-000000000000', name: 'nobody yet' };
/** Nothing tells how far it is: the bar must not seem to begin. */
const SOON = 0.02;

export async function describeRecording(
  database: DataSource,
  recording: RecordingRow,
): Promise<RecordingView> {
  const { schoolId, id, lessonId } = recording;
  // Asked first: read beside the score it could have ended meanwhile, and an old score would pass for the last one.
  const scoring = await openTask(database, { schoolId, kind: 'score', subject: id });
  const [student, airplane, standard, lesson, score, statements, school] = await Promise.all([
    recording.studentId
      ? database.getRepository(AccountEntity).findOneByOrFail({ schoolId, id: recording.studentId })
      : NOBODY,
    database.getRepository(AirplaneEntity).findOneByOrFail({ schoolId, rowId: recording.airplaneRowId }),
    database.getRepository(StandardEntity).findOneByOrFail({ schoolId, rowId: recording.standardRowId }),
    lessonId ? database.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId }) : null,
    database.getRepository(ScoreEntity).findOneBy({ schoolId, recordingId: id, current: true }),
    statementsOf(database, recording),
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
  ]);
  const { name, registration, speedUnit } = airplane.data;
  return {
    id,
    status: recording.status,
    progress: recording.status === 'analysing' ? Math.max(SOON, scoring?.progress ?? 0) : 1,
    scoring: scoring !== null,
    refusal: recording.refusal,
    fileName: recording.fileName,
    sha256: recording.sha256,
    size: recording.size,
    flownAt: recording.flownAt.toISOString(),
    flownIn: recording.flownIn,
    origin: recording.origin,
    lessonId,
    lessonTitle: lesson?.title ?? null,
    focus: lesson?.focus ?? '',
    parked: lesson?.parked ?? [],
    studentId: recording.studentId,
    student: { id: student.id, name: student.name },
    airplane: { id: airplane.id, name, registration, speedUnit },
    standard: { id: standard.id, shortName: standard.data.shortName, version: standard.version },
    score: score ? wordedScore(score.score, unitsFor(airplane.data)) : null,
    scoredAt: score?.createdAt.toISOString() ?? null,
    demonstrationFirst: school.settings.demonstrationFirst,
    outdated: score !== null && score.core !== CORE_VERSION,
    profile: score?.profile ?? [],
    keels: score?.keels ?? [],
    statements,
  };
}
