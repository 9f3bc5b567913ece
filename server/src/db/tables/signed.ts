/** Log entries while they are written, and what was signed: that is never changed. */
import type { LogEntry, SignedBody } from '@keel/core';
import { EntitySchema } from 'typeorm';

interface LogDraft {
  schoolId: string;
  id: string;
  studentId: string;
  authorId: string;
  recordingId: string | null;
  /** The signed entry that it corrects. */
  replaces: string | null;
  body: LogEntry;
  version: number;
}
export const LogDraftEntity = new EntitySchema<LogDraft>({
  name: 'log_draft',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    studentId: { type: 'uuid', name: 'student_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    recordingId: { type: 'uuid', name: 'recording_id', nullable: true },
    replaces: { type: 'uuid', nullable: true },
    body: { type: 'jsonb' },
    version: { type: 'int', default: 1 },
  },
});

export interface SignedRow {
  schoolId: string;
  id: string;
  kind: 'entry' | 'endorsement';
  studentId: string;
  recordingId: string | null;
  replaces: string | null;
  body: SignedBody;
  signerId: string;
  signedAt: Date;
  /** SHA-256 of what was signed, by whom and when. */
  hash: string;
  origin: string | null;
  /** The hash that it had where it was signed, of the ids that it had there. */
  originHash: string | null;
}
export const SignedEntity = new EntitySchema<SignedRow>({
  name: 'signed',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    kind: { type: 'text' },
    studentId: { type: 'uuid', name: 'student_id' },
    recordingId: { type: 'uuid', name: 'recording_id', nullable: true },
    replaces: { type: 'uuid', nullable: true },
    body: { type: 'jsonb' },
    signerId: { type: 'uuid', name: 'signer_id' },
    signedAt: { type: 'timestamptz', name: 'signed_at' },
    hash: { type: 'text' },
    origin: { type: 'text', nullable: true },
    originHash: { type: 'text', name: 'origin_hash', nullable: true },
  },
});
