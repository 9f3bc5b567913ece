/** Scoring, as a task: a new score is a new row, and it stands in one transaction with the rows that count its attempts. */
import { randomUUID } from 'node:crypto';
import { describeInput, InputError, instructorsAttempts } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { type Analysis, analyse } from '../analysis/analyse.ts';
import {
  FlightEntity,
  KeelEntity,
  RecordingEntity,
  type RecordingRow,
  ScoreEntity,
  StatementEntity,
  type TaskRow,
} from '../db/entities.ts';
import { sayNotes } from '../live/notes.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import type { Handler } from '../tasks/handler.ts';
import { ask } from '../tasks/list.ts';
import { inputFor } from './analysis-input.ts';
import type { InstructorFlew } from './keep-upload.ts';

export interface ScoreOutcome {
  /** Why the file could not be scored; an earlier score stays. */
  refused?: string;
}

export const scoreTask: Handler = async ({ schoolId, subject: id, input }, { database, tell }) => {
  const recordings = database.getRepository(RecordingEntity);
  const recording = await recordings.findOneBy({ schoolId, id });
  // Removed meanwhile: there is nothing left to do.
  if (!recording) return async () => ({});
  try {
    const analysis = analyse(await inputFor(database, recording), tell);
    return async (manager) => {
      const { instructorFlew } = input as { instructorFlew?: InstructorFlew };
      if (instructorFlew) await sayWhoFlew(manager, recording, analysis, instructorFlew);
      await storeAnalysis(manager, recording, analysis);
      return { result: {} satisfies ScoreOutcome };
    };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const refused = describeInput(error, recording.fileName);
    return async (manager) => {
      await refuse(manager, recording, refused);
      return { result: { refused } satisfies ScoreOutcome };
    };
  }
};

/** Where scoring failed by itself again and again. */
export const scoringGivenUp = async (database: DataSource, { schoolId, subject }: TaskRow): Promise<void> =>
  refuse(
    database.manager,
    { schoolId, id: subject },
    'The scoring failed three times. The file is kept; score it again, and if it fails again tell whoever runs the server.',
  );

/** What cannot be scored says why; a score from before stays in sight. */
export async function refuse(
  manager: EntityManager,
  { schoolId, id }: Pick<RecordingRow, 'schoolId' | 'id'>,
  refusal: string,
): Promise<void> {
  await manager.update(RecordingEntity, { schoolId, id }, { status: 'refused', refusal });
}

/** An attempt that the synthetic instructor flew is a demonstration; nobody need press a key for it. */
async function sayWhoFlew(
  manager: EntityManager,
  { schoolId, id: recordingId }: RecordingRow,
  { score }: Analysis,
  { authorId, held }: InstructorFlew,
): Promise<void> {
  for (const { startS, endS, maneuver } of instructorsAttempts(score.attempts, held)) {
    await manager.insert(StatementEntity, {
      schoolId,
      id: randomUUID(),
      recordingId,
      authorId,
      body: { kind: 'help', startS, endS, maneuver, help: 'demonstration', flownBy: 'instructor' },
    });
  }
}

async function storeAnalysis(
  manager: EntityManager,
  recording: RecordingRow,
  analysis: Analysis,
): Promise<void> {
  const { schoolId, id: recordingId } = recording;
  const { score, profile, keels, traces, flight, observations } = analysis;
  const id = randomUUID();
  await manager.update(ScoreEntity, { schoolId, recordingId, current: true }, { current: false });
  await manager.insert(ScoreEntity, {
    id,
    schoolId,
    recordingId,
    core: score.core,
    score,
    profile,
    keels,
    observations,
    current: true,
  });
  if (traces.length > 0)
    await manager.insert(
      KeelEntity,
      traces.map((trace, attempt) => ({ scoreId: id, attempt, trace })),
    );
  await manager.insert(FlightEntity, { scoreId: id, data: Buffer.from(flight) });
  await manager.update(RecordingEntity, { schoolId, id: recordingId }, { status: 'analysed', refusal: null });
  // What nobody refers to is worked out anew at any time; its keels and flight go with it.
  await manager.query(
    `DELETE FROM score WHERE school_id = $1 AND recording_id = $2 AND NOT current
       AND id NOT IN (SELECT score_id FROM statement WHERE school_id = $1 AND recording_id = $2 AND score_id IS NOT NULL)`,
    [schoolId, recordingId],
  );
  await sayNotes(manager, recording, score);
  await writeAttempts(manager, recording, score);
  if (recording.studentId && recording.flownIn === 'airplane')
    await ask(manager, { schoolId, kind: 'forecast', subject: recording.studentId });
}
