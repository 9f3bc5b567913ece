/** Lessons, as they cross the wire. */

import { z } from 'zod';
import { conditionsSchema, lessonItemSchema, lessonPlanSchema } from '../brief/lesson-schema.ts';
import { targetCardSchema } from '../card/card.ts';
import { sightPicturesSchema } from '../fly/sight-picture.ts';
import { USUAL_MANEUVER } from '../maneuvers/registry.ts';
import { techniqueOverridesSchema } from '../technique/technique.ts';
import { instantSchema } from '../units/instant-schema.ts';

const parts = {
  items: z
    .array(lessonItemSchema)
    .min(1, 'a lesson has at least one maneuver')
    .max(12, 'a lesson has at most 12 maneuvers'),
  /** What this lesson puts differently from the school. */
  technique: techniqueOverridesSchema,
  /** What the lesson is about, in the instructor's words. */
  focus: z.string().trim().max(200),
  /** Ids of findings that are not pressed today. */
  parked: z.array(z.string().max(80)).max(40),
};

export const lessonInputSchema = z.object({
  id: z.uuid().optional(),
  studentId: z.uuid(),
  airplaneId: z.string(),
  standardId: z.string(),
  title: z.string().trim().min(1, 'give the lesson a title').max(120),
  plannedAt: instantSchema,
  conditions: conditionsSchema,
  items: parts.items.default([{ id: 'usual', maneuver: USUAL_MANEUVER }]),
  technique: parts.technique.default({}),
  focus: parts.focus.default(''),
  parked: parts.parked.default([]),
});
export type LessonInput = z.input<typeof lessonInputSchema>;

export const lessonSchema = z.object({
  id: z.uuid(),
  title: z.string(),
  plannedAt: z.string(),
  student: z.object({ id: z.uuid(), name: z.string() }),
  instructor: z.object({ id: z.uuid(), name: z.string() }),
  airplane: z.object({
    id: z.string(),
    name: z.string(),
    registration: z.string().optional(),
    speedUnit: z.string(),
  }),
  standard: z.object({ id: z.string(), shortName: z.string() }),
  conditions: conditionsSchema,
  ...parts,
  cards: z.array(targetCardSchema),
  /** Null for a lesson from before lessons were planned. */
  plan: lessonPlanSchema.nullable(),
  version: z.number(),
  /** It began as the program's proposal: what is changed of it is asked for its reason. */
  proposed: z.boolean().default(false),
  sightPictures: sightPicturesSchema,
  /** Attempts of it that were graded by hand, since nothing recorded them. */
  gradedByHand: z.number().default(0),
  /** The stage check that it is, where it is one. */
  stageCheckId: z.uuid().optional(),
  /** Why it is not in the calendar, right after it was saved; left out where it is. */
  notBooked: z.string().optional(),
  recordings: z.array(
    z.object({
      id: z.uuid(),
      fileName: z.string(),
      status: z.string(),
      flownIn: z.enum(['airplane', 'trainer']),
    }),
  ),
});
export type Lesson = z.infer<typeof lessonSchema>;

/** A lesson in a list. */
const lessonSummarySchema = lessonSchema
  .pick({
    id: true,
    title: true,
    plannedAt: true,
    student: true,
    instructor: true,
    recordings: true,
    gradedByHand: true,
  })
  .extend({
    airplane: lessonSchema.shape.airplane.pick({ id: true, name: true }),
    standard: lessonSchema.shape.standard,
    weightLb: z.number(),
  });
export type LessonSummary = z.infer<typeof lessonSummarySchema>;

/**
 * What was flown of a lesson: its recordings from the airplane. What was flown in the trainer, or drawn, is practice beside
 * the lesson and never uses it up.
 */
export const flownOf = ({ recordings }: Pick<Lesson, 'recordings'>) => ({
  flown: recordings.filter(({ flownIn }) => flownIn === 'airplane'),
  practice: recordings.filter(({ flownIn }) => flownIn === 'trainer'),
});

/** A page of a list; `next` is handed back as `cursor` for the page after it, and null on the last. */
export const lessonListSchema = z.object({
  items: z.array(lessonSummarySchema),
  next: z.string().nullable(),
});
export type LessonList = z.infer<typeof lessonListSchema>;
