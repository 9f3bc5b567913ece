/** The debrief on paper, as a task. */
import type { DataSource } from 'typeorm';
import { KeelEntity, RecordingEntity, ScoreEntity } from '../db/entities.ts';
import { zoneOfSchool } from '../scope.ts';
import type { Handler } from '../tasks/handler.ts';
import { debriefPdf, type Pictures } from './debrief-pdf.ts';
import { describeRecording } from './describe-recording.ts';

async function picturesOf(database: DataSource, schoolId: string, recordingId: string): Promise<Pictures> {
  const score = await database.getRepository(ScoreEntity).findOneBy({ schoolId, recordingId, current: true });
  const keels = score ? await database.getRepository(KeelEntity).findBy({ scoreId: score.id }) : [];
  return new Map(
    keels.flatMap(({ attempt, trace }) => (trace.picture ? [[attempt, trace.picture] as const] : [])),
  );
}

export const debriefPdfTask: Handler = async ({ schoolId, input }, { database }) => {
  const { id } = input as { id: string };
  const recording = await database.getRepository(RecordingEntity).findOneByOrFail({ schoolId, id });
  const output = await debriefPdf(
    await describeRecording(database, recording),
    await zoneOfSchool(database, schoolId),
    await picturesOf(database, schoolId, id),
  );
  return async () => ({ output });
};
