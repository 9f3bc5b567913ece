/** Devices, the flights that they send, and what came of each, batch by batch. */
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

export interface LiveBatch {
  schoolId: string;
  flightId: string;
  seq: number;
  sha256: string;
  rows: string;
}
export const LiveBatchEntity = new EntitySchema<LiveBatch>({
  name: 'live_batch',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    flightId: { type: 'uuid', name: 'flight_id', primary: true },
    seq: { type: 'int', primary: true },
    sha256: { type: 'text' },
    rows: { type: 'text' },
  },
});
