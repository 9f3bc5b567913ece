/** The debrief on paper, as a task. */
import { gradesCalled } from '@keel/core';
import type { DataSource } from 'typeorm';
import { KeelEntity, RecordingEntity, SchoolEntity, ScoreEntity, zoneOf } from '../db/entities.ts';
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
  const { id, size } = input as { id: string; size?: 'a4' | 'letter' };
  const recording = await database.getRepository(RecordingEntity).findOneByOrFail({ schoolId, id });
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const output = await debriefPdf(
    await describeRecording(database, recording),
    zoneOf(school),
    await picturesOf(database, schoolId, id),
    gradesCalled(school.settings.gradeNames),
    size,
  );
  return async () => ({ output });
};
