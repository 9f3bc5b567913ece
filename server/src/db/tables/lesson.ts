/** Lessons. */
import {
  type Conditions,
  fromWritten,
  type LessonItem,
  type LessonPlan,
  noticeFromWritten,
  type SightPicture,
  type TargetCard,
  type TechniqueOverrides,
  type WordedProposal,
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

interface ProposalChange {
  by: string;
  at: string;
  why: string;
  before: LessonItem[];
}
const asItIs = <T>(value: T): T => value;
/** Cards and notices from before their sentences were made of their figures are read in today's form, and stay as they are. */
const readCards = (cards: unknown[]) => cards.map(fromWritten) as TargetCard[];
const readPlan = (plan: LessonPlan | null): LessonPlan | null =>
  plan && { ...plan, notices: plan.notices.map(noticeFromWritten) as LessonPlan['notices'] };

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
    cards: { type: 'jsonb', transformer: { to: asItIs, from: readCards } },
    plan: { type: 'jsonb', nullable: true, transformer: { to: asItIs, from: readPlan } },
    version: { type: 'int' },
    origin: { type: 'text', nullable: true },
    proposal: { type: 'jsonb', nullable: true },
  },
});
