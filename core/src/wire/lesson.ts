/** Lessons, as they cross the wire. */
import { z } from 'zod';
import { targetCardSchema } from '../brief/card.ts';

export const conditionsSchema = z.object({
  weightLb: z.number(),
  groundFt: z.number(),
  headingDeg: z.number(),
  oatC: z.number(),
  qnhHpa: z.number().optional(),
  pressureAltitudeFt: z.number().optional(),
  /** Chosen by moving the mark in the window. */
  airspeedKias: z.number().optional(),
  bankDeg: z.number().optional(),
});
export type Conditions = z.infer<typeof conditionsSchema>;

export const lessonInputSchema = z.object({
  id: z.uuid().optional(),
  studentId: z.uuid(),
  airplaneId: z.string(),
  standardId: z.string(),
  title: z.string().trim().min(1, 'give the lesson a title').max(120),
  plannedAt: z.iso.datetime({ offset: true }),
  conditions: conditionsSchema,
  watchFor: z.array(z.string().max(200)).max(12).default([]),
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
  cards: z.array(targetCardSchema),
  version: z.number(),
  recordings: z.array(
    z.object({ id: z.uuid(), fileName: z.string(), status: z.string(), flownIn: z.string() }),
  ),
});
export type Lesson = z.infer<typeof lessonSchema>;
