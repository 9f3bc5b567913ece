/** A file read by other columns, as a task: it is scored again. */
import { describeInput, InputError, type Mapping } from '@keel/core';
import { readForKeeping } from '../analysis/analyse.ts';
import { RecordingEntity } from '../db/entities.ts';
import { bytesOf } from '../files/recording-files.ts';
import type { Handler } from '../tasks/handler.ts';
import { ask } from '../tasks/list.ts';

export const rereadTask: Handler = async ({ schoolId, input }, { database }) => {
  const { id, mapping } = input as { id: string; mapping: Mapping | null };
  const { fileName } = await database.getRepository(RecordingEntity).findOneByOrFail({ schoolId, id });
  const bytes = await bytesOf(database, { schoolId, recordingId: id });
  try {
    const read = readForKeeping(new Uint8Array(bytes), mapping ?? undefined);
    return async (manager) => {
      await manager.update(RecordingEntity, { schoolId, id }, { mapping, epochMs: read.epochMs });
      await ask(manager, { schoolId, kind: 'score', subject: id });
      return { result: {} };
    };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return async () => ({ result: { refused: describeInput(error, fileName) } });
  }
};
