/** What was worked out from a recording. */
import { type KeelTrace, type Observation, readScore, type Score, type smallKeel } from '@keel/core';
import { EntitySchema } from 'typeorm';

export type SmallKeel = ReturnType<typeof smallKeel>;

export interface ScoreRow {
  id: string;
  schoolId: string;
  recordingId: string;
  core: string;
  score: Score;
  profile: [number, number][];
  /** A thumbnail for each attempt. */
  keels: SmallKeel[];
  /** What the flight tells of its airplane. */
  observations: Observation[];
  current: boolean;
  createdAt: Date;
}
export const ScoreEntity = new EntitySchema<ScoreRow>({
  name: 'score',
  columns: {
    id: { type: 'uuid', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    recordingId: { type: 'uuid', name: 'recording_id' },
    core: { type: 'text' },
    // One of version 1 is read as version 2, and stays as it is.
    score: { type: 'jsonb', transformer: { to: (score: Score) => score, from: readScore } },
    profile: { type: 'jsonb' },
    keels: { type: 'jsonb' },
    observations: { type: 'jsonb' },
    current: { type: 'boolean' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});

interface KeelRow {
  scoreId: string;
  attempt: number;
  trace: KeelTrace;
}
export const KeelEntity = new EntitySchema<KeelRow>({
  name: 'keel',
  columns: {
    scoreId: { type: 'uuid', name: 'score_id', primary: true },
    attempt: { type: 'int', primary: true },
    trace: { type: 'jsonb' },
  },
});

/** The flight's columns for drawing, as they cross the wire. */
interface FlightRow {
  scoreId: string;
  data: Buffer;
}
export const FlightEntity = new EntitySchema<FlightRow>({
  name: 'flight',
  columns: {
    scoreId: { type: 'uuid', name: 'score_id', primary: true },
    data: { type: 'bytea' },
  },
});
