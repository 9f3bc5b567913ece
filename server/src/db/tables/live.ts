/** Devices, the flights that they send, and what came of each, batch by batch. */
import type { LiveNoteBody } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface Device {
  schoolId: string;
  id: string;
  name: string;
  airplaneRowId: string;
  /** The key itself is known to the device alone. */
  keyHash: string;
  madeBy: string;
  madeAt: Date;
  revokedAt: Date | null;
}
export const DeviceEntity = new EntitySchema<Device>({
  name: 'device',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    name: { type: 'text' },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id' },
    keyHash: { type: 'text', name: 'key_hash' },
    madeBy: { type: 'uuid', name: 'made_by' },
    madeAt: { type: 'timestamptz', name: 'made_at', createDate: true },
    revokedAt: { type: 'timestamptz', name: 'revoked_at', nullable: true },
  },
});

export interface LiveFlight {
  schoolId: string;
  id: string;
  deviceId: string;
  airplaneRowId: string;
  studentId: string | null;
  lessonId: string | null;
  begunAt: Date;
  heardAt: Date;
  nextSeq: number;
  /** The columns’ names, as the first batch has them. */
  header: string | null;
  /** Of the last row: seconds as the column counts them. */
  lastTime: number | null;
  bytes: string;
  clockOffsetMs: number | null;
  recordingId: string | null;
  endedAt: Date | null;
}
export const LiveFlightEntity = new EntitySchema<LiveFlight>({
  name: 'live_flight',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    deviceId: { type: 'uuid', name: 'device_id' },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id' },
    studentId: { type: 'uuid', name: 'student_id', nullable: true },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    begunAt: { type: 'timestamptz', name: 'begun_at', createDate: true },
    heardAt: { type: 'timestamptz', name: 'heard_at' },
    nextSeq: { type: 'int', name: 'next_seq', default: 0 },
    header: { type: 'text', nullable: true },
    lastTime: { type: 'double precision', name: 'last_time', nullable: true },
    bytes: { type: 'bigint', default: 0 },
    clockOffsetMs: { type: 'double precision', name: 'clock_offset_ms', nullable: true },
    recordingId: { type: 'uuid', name: 'recording_id', nullable: true },
    endedAt: { type: 'timestamptz', name: 'ended_at', nullable: true },
  },
});

interface LiveBatch {
  schoolId: string;
  flightId: string;
  seq: number;
  sha256: string;
  /** Null once the flight has ended and its file is written. */
  rows: string | null;
  lastTime: number;
  /** The device’s clock as it sent, ms. */
  clockMs: number | null;
  receivedAt: Date;
}
export const LiveBatchEntity = new EntitySchema<LiveBatch>({
  name: 'live_batch',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    flightId: { type: 'uuid', name: 'flight_id', primary: true },
    seq: { type: 'int', primary: true },
    sha256: { type: 'text' },
    rows: { type: 'text', nullable: true },
    lastTime: { type: 'double precision', name: 'last_time' },
    clockMs: { type: 'double precision', name: 'clock_ms', nullable: true },
    receivedAt: { type: 'timestamptz', name: 'received_at', createDate: true },
  },
});

/** What somebody said while it was flown: it waits here until there is a recording to say it of. */
export interface LiveNote {
  schoolId: string;
  id: string;
  lessonId: string;
  authorId: string;
  at: Date;
  body: LiveNoteBody;
  undone: boolean;
  said: boolean;
  /** Never read along with the rest. */
  voice: Buffer | null;
  voiceType: string | null;
  createdAt: Date;
}
export const LiveNoteEntity = new EntitySchema<LiveNote>({
  name: 'live_note',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    lessonId: { type: 'uuid', name: 'lesson_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    at: { type: 'timestamptz' },
    body: { type: 'jsonb' },
    undone: { type: 'boolean', default: false },
    said: { type: 'boolean', default: false },
    voice: { type: 'bytea', nullable: true, select: false },
    voiceType: { type: 'text', name: 'voice_type', nullable: true, select: false },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});
