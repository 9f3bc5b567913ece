/** Airspeeds above a limit as rows, written with the score that shows them; that a chief has seen one outlives a new score. */
import { exceededIn, type Score } from '@keel/core';
import { type EntityManager, MoreThanOrEqual } from 'typeorm';
import { ExceedanceEntity, type OwnedRecording } from '../db/entities.ts';

/** @param score null where nothing of the recording is shown. */
export async function writeExceedances(
  manager: EntityManager,
  { schoolId, id: recordingId, flownIn }: OwnedRecording,
  score: Score | null,
): Promise<void> {
  const found = score && flownIn === 'airplane' ? exceededIn(score) : [];
  await manager.delete(ExceedanceEntity, { schoolId, recordingId, nth: MoreThanOrEqual(found.length) });
  if (found.length === 0) return;
  await manager.upsert(
    ExceedanceEntity,
    found.map((one, nth) => ({ schoolId, recordingId, nth, ...one })),
    ['schoolId', 'recordingId', 'nth'],
  );
}
