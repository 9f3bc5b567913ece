/** Lessons. */
import type {
  Conditions,
  LessonItem,
  LessonPlan,
  SightPicture,
  TargetCard,
  TechniqueOverrides,
  WordedProposal,
} from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface Lesson {
  id: string;
  schoolId: string;
  studentId: string;
  instructorId: string;
  airplaneRowId: string;
  standardRowId: string;
  title: string;
  plannedAt: Date;
  /** What was put in: weight or loading, ground, air, sky, heading. */
  conditions: Conditions;
  items: LessonItem[];
  technique: TechniqueOverrides;
  focus: string;
  parked: string[];
  sightPictures: SightPicture[];
  cards: TargetCard[];
  plan: LessonPlan | null;
  /** Rises with every change, so that a second window notices. */
  version: number;
  /** The school that it came from with an archive. */
  origin: string | null;
  /** What was proposed, and what an instructor changed of it; null for a lesson that was put together by hand. */
  proposal: (WordedProposal & { changed: ProposalChange[] }) | null;
}

export interface ProposalChange {
  by: string;
  at: string;
  why: string;
  before: LessonItem[];
}
export const LessonEntity = new EntitySchema<Lesson>({
  name: 'lesson',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    studentId: { type: 'uuid', name: 'student_id' },
    instructorId: { type: 'uuid', name: 'instructor_id' },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id' },
    standardRowId: { type: 'uuid', name: 'standard_row_id' },
    title: { type: 'text' },
    plannedAt: { type: 'timestamptz', name: 'planned_at' },
    conditions: { type: 'jsonb' },
    items: { type: 'jsonb' },
    technique: { type: 'jsonb' },
    focus: { type: 'text' },
    parked: { type: 'jsonb' },
    sightPictures: { type: 'jsonb', name: 'sight_pictures', default: [] },
    cards: { type: 'jsonb' },
    plan: { type: 'jsonb', nullable: true },
    version: { type: 'int' },
    origin: { type: 'text', nullable: true },
    proposal: { type: 'jsonb', nullable: true },
  },
});
