/** Stage checks, and the training that follows one that was not passed. */
import type { Retraining, StageMarks, StagePlan } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface StageCheckRow {
  schoolId: string;
  id: string;
  studentId: string;
  lessonId: string;
  checkerId: string;
  designatedBy: string;
  byOwnInstructor: boolean;
  retestOf: string | null;
  plan: StagePlan;
  marks: StageMarks;
  discontinued: string | null;
  closedAt: Date | null;
  madeAt: Date;
}
export const StageCheckEntity = new EntitySchema<StageCheckRow>({
  name: 'stage_check',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    studentId: { type: 'uuid', name: 'student_id' },
    lessonId: { type: 'uuid', name: 'lesson_id' },
    checkerId: { type: 'uuid', name: 'checker_id' },
    designatedBy: { type: 'uuid', name: 'designated_by' },
    byOwnInstructor: { type: 'boolean', name: 'by_own_instructor' },
    retestOf: { type: 'uuid', name: 'retest_of', nullable: true },
    plan: { type: 'jsonb' },
    marks: { type: 'jsonb' },
    discontinued: { type: 'text', nullable: true },
    closedAt: { type: 'timestamptz', name: 'closed_at', nullable: true },
    madeAt: { type: 'timestamptz', name: 'made_at', createDate: true },
  },
});

interface RetrainingRow {
  schoolId: string;
  id: string;
  checkId: string;
  authorId: string;
  body: Retraining;
  createdAt: Date;
}
export const StageRetrainingEntity = new EntitySchema<RetrainingRow>({
  name: 'stage_retraining',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    checkId: { type: 'uuid', name: 'check_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    body: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});
