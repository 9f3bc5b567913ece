/** A recording in the formats that others read, as a task: a long flight takes its time to write. */
import {
  dayIn,
  decodeText,
  InputError,
  inputWords,
  maneuverName,
  type Recording,
  readRecording,
  unitsFor,
  wordedScore,
  writeGpx,
  writeKml,
  writeRecordingCsv,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  AirplaneEntity,
  RecordingEntity,
  type RecordingRow,
  ScoreEntity,
  type ScoreRow,
} from '../db/entities.ts';
import { bytesOf } from '../files/recording-files.ts';
import { zoneOfSchool } from '../scope.ts';
import type { Handler } from '../tasks/handler.ts';

export const FORMATS = {
  csv: { type: 'text/csv; charset=utf-8', name: 'Recording CSV' },
  gpx: { type: 'application/gpx+xml', name: 'GPX 1.1' },
  kml: { type: 'application/vnd.google-earth.kml+xml', name: 'KML 2.2' },
  json: { type: 'application/json', name: 'the score' },
} as const;
export type Format = keyof typeof FORMATS;

export const exportTask: Handler = async ({ schoolId, input }, { database }) => {
  const { id, format } = input as { id: string; format: Format };
  const recording = await database.getRepository(RecordingEntity).findOneByOrFail({ schoolId, id });
  try {
    const output = Buffer.from(await written(database, recording, format));
    return async () => ({ output });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return async () => ({ result: { refused: `${inputWords(error)}.` } });
  }
};

/** What the file holds, with what is known of the flight in the header. */
async function storedRecording(database: DataSource, row: RecordingRow, score: ScoreRow): Promise<Recording> {
  const { schoolId, id: recordingId, mapping } = row;
  const bytes = await bytesOf(database, { schoolId, recordingId });
  const { airplane, groundFt, weightLb } = score.score;
  return {
    ...readRecording(decodeText(new Uint8Array(bytes)), undefined, mapping ?? undefined),
    header: {
      ...(airplane && { airplane }),
      date: dayIn(row.flownAt, await zoneOfSchool(database, schoolId)),
      ...(groundFt !== null && { groundFt }),
      ...(weightLb !== null && { weightLb }),
    },
  };
}

async function written(database: DataSource, row: RecordingRow, format: Format): Promise<string> {
  const score = await database
    .getRepository(ScoreEntity)
    .findOneByOrFail({ schoolId: row.schoolId, recordingId: row.id, current: true });
  if (format === 'json') {
    const { schoolId, airplaneRowId: rowId } = row;
    const { data } = await database.getRepository(AirplaneEntity).findOneByOrFail({ schoolId, rowId });
    return `${JSON.stringify(wordedScore(score.score, unitsFor(data)), null, 2)}\n`;
  }
  const recording = await storedRecording(database, row, score);
  if (format === 'csv') return writeRecordingCsv(recording);
  const attempts = score.score.attempts.map(({ maneuver, variant, startS, endS }, i) => ({
    name: `${i + 1}. ${maneuverName(maneuver, variant)}`,
    startS,
    endS,
  }));
  return (format === 'gpx' ? writeGpx : writeKml)(recording, row.fileName, attempts);
}
