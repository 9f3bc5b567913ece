/** A recording that was sent for the wrong student goes to the right one, with what was said of its attempts by who teaches. */
import type { EntityManager } from 'typeorm';
import { LogDraftEntity, RecordingEntity, type RecordingRow, SignedEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { addToTrail } from '../people/trail.ts';

/**
 * Takes a recording off its student's path: attempts, landings, drafts. What that student said of flying that was another's
 * is kept, as every word is, and shown no more.
 * @throws Problem 409 where it stands in a signed log entry
 */
export async function takeFrom(
  manager: EntityManager,
  viewer: Viewer,
  recording: RecordingRow,
): Promise<void> {
  const { schoolId, id, studentId } = recording;
  if (studentId === null) return;
  if (await manager.existsBy(SignedEntity, { schoolId, recordingId: id }))
    throw new Problem(
      409,
      'A signed log entry names this recording: correct the entry with a new one, and leave the recording where it is.',
    );
  // Hidden for a moment, it counts for nobody; that is written before it is somebody else's.
  await manager.update(RecordingEntity, { schoolId, id }, { deletedAt: new Date() });
  await writeAttempts(manager, recording);
  const drafts = await manager.delete(LogDraftEntity, { schoolId, studentId, recordingId: id });
  await manager.update(RecordingEntity, { schoolId, id }, { deletedAt: null });
  await addToTrail(manager, viewer, 'recording taken from a student', id, {
    from: studentId,
    drafts: drafts.affected ?? 0,
  });
}
