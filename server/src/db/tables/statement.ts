/** What people said: of attempts recorded, and of those that nothing recorded. */
import type { EnteredBody, StatementBody } from '@keel/core';
import { EntitySchema } from 'typeorm';

/** What people said of an attempt; never changed, the last word of a kind counts. */
interface StatementRow {
  schoolId: string;
  id: string;
  recordingId: string;
  authorId: string;
  /** The score that a grade or a verdict was said of: it is kept. */
  scoreId: string | null;
  body: StatementBody;
  createdAt: Date;
}
export const StatementEntity = new EntitySchema<StatementRow>({
  name: 'statement',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    scoreId: { type: 'uuid', name: 'score_id', nullable: true },
    body: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});

/** An attempt that nothing recorded, entered by hand; taken back with a reason, never changed. */
interface EnteredAttemptRow {
  id: string;
  schoolId: string;
  studentId: string;
  authorId: string;
  lessonId: string | null;
  body: EnteredBody;
  createdAt: Date;
  withdrawn: { by: string; at: string; why: string } | null;
}
export const EnteredAttemptEntity = new EntitySchema<EnteredAttemptRow>({
  name: 'entered_attempt',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    studentId: { type: 'uuid', name: 'student_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    body: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
    withdrawn: { type: 'jsonb', nullable: true },
  },
});
