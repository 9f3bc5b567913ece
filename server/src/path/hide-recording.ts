/** A recording that nobody is to see any more: its score is not worked out further, its attempts count for nothing. */
import type { EntityManager } from 'typeorm';
import { RecordingEntity, type RecordingRow } from '../db/entities.ts';
import { cancel } from '../tasks/list.ts';
import { writeAttempts } from './attempt-rows.ts';

/** Hidden now, removed by the upkeep after thirty days. */
export async function hideRecording(manager: EntityManager, recording: RecordingRow): Promise<void> {
  const { schoolId, id } = recording;
  await cancel(manager, { schoolId, kind: 'score', subject: id });
  await manager.update(RecordingEntity, { schoolId, id }, { deletedAt: new Date() });
  await writeAttempts(manager, recording);
}
