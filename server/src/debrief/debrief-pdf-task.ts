/** The debrief on paper, as a task. */
import { RecordingEntity } from '../db/entities.ts';
import { zoneOfSchool } from '../scope.ts';
import type { Handler } from '../tasks/handler.ts';
import { debriefPdf } from './debrief-pdf.ts';
import { describeRecording } from './describe-recording.ts';

export const debriefPdfTask: Handler = async ({ schoolId, input }, { database }) => {
  const { id } = input as { id: string };
  const recording = await database.getRepository(RecordingEntity).findOneByOrFail({ schoolId, id });
  const output = await debriefPdf(
    await describeRecording(database, recording),
    await zoneOfSchool(database, schoolId),
  );
  return async () => ({ output });
};
