/** Recordings: what came, as it came, and its columns. */
import type { Mapping } from '@keel/core';
import { EntitySchema } from 'typeorm';

type FlownIn = 'airplane' | 'trainer';
type RecordingStatus = 'analysing' | 'analysed' | 'refused';

export interface RecordingRow {
  id: string;
  schoolId: string;
  /** Null for a flight that a device sent and that matches no lesson, until it is given to someone. */
  studentId: string | null;
  lessonId: string | null;
  airplaneRowId: string;
  standardRowId: string;
  /** Null where a device sent it. */
  uploadedBy: string | null;
  fileName: string;
  sha256: string;
  size: number;
  weightLb: number | null;
  groundFt: number | null;
  flownIn: FlownIn;
  status: RecordingStatus;
  refusal: string | null;
  flownAt: Date;
  /** How a table of another make is read; null for what is read by itself. */
  mapping: Mapping | null;
  /** Time of day of the recording’s zero, where the file told. */
  epochMs: number | null;
  /** Since when it is hidden; it is removed thirty days later. */
  deletedAt: Date | null;
  /** The school that it came from with an archive. */
  origin: string | null;
}
/** One that is somebody's. */
export type OwnedRecording = RecordingRow & { studentId: string };

export const RecordingEntity = new EntitySchema<RecordingRow>({
  name: 'recording',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    studentId: { type: 'uuid', name: 'student_id', nullable: true },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id' },
    standardRowId: { type: 'uuid', name: 'standard_row_id' },
    uploadedBy: { type: 'uuid', name: 'uploaded_by', nullable: true },
    fileName: { type: 'text', name: 'file_name' },
    sha256: { type: 'text' },
    size: { type: 'int' },
    weightLb: { type: 'double precision', name: 'weight_lb', nullable: true },
    groundFt: { type: 'double precision', name: 'ground_ft', nullable: true },
    flownIn: { type: 'text', name: 'flown_in' },
    status: { type: 'text' },
    refusal: { type: 'text', nullable: true },
    flownAt: { type: 'timestamptz', name: 'flown_at' },
    mapping: { type: 'jsonb', nullable: true },
    epochMs: { type: 'double precision', name: 'epoch_ms', nullable: true },
    origin: { type: 'text', nullable: true },
    deletedAt: { type: 'timestamptz', name: 'deleted_at', nullable: true },
  },
});

interface RecordingFile {
  schoolId: string;
  recordingId: string;
  /** Null where they lie in a folder. */
  bytes: Buffer | null;
}
export const RecordingFileEntity = new EntitySchema<RecordingFile>({
  name: 'recording_file',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    bytes: { type: 'bytea', nullable: true },
  },
});
