/** The usual first lessons, in the order of the trade; each a beginning to be changed. */
import { z } from 'zod';
import type { ManeuverId, VariantId } from '../maneuvers/registry.ts';
import { lessonItemSchema } from './lesson-schema.ts';

export interface LessonTemplate {
  id: string;
  title: string;
  about: string;
  items: { maneuver: ManeuverId; variant?: VariantId; demonstrations?: number; attempts?: number }[];
}

/** A lesson that a school keeps to begin with. */
export const lessonTemplateSchema = z.object({
  id: z.string().min(1).max(60),
  title: z.string().trim().min(1, 'write a title').max(120),
  about: z.string().trim().max(200).default(''),
  items: z
    .array(lessonItemSchema.omit({ id: true }))
    .min(1, 'a lesson has a maneuver')
    .max(12),
});
export type SchoolTemplate = z.infer<typeof lessonTemplateSchema>;

export const LESSON_TEMPLATES: readonly LessonTemplate[] = [
  {
    id: 'four-fundamentals',
    title: 'The four fundamentals',
    about: 'Straight and level, turns, climbs, descents',
    items: [
      { maneuver: 'straight-and-level' },
      { maneuver: 'coordination-rolls', attempts: 1 },
      { maneuver: 'level-turn', attempts: 1 },
      { maneuver: 'climb', demonstrations: 1, attempts: 1 },
      { maneuver: 'descent', demonstrations: 1, attempts: 1 },
    ],
  },
  {
    id: 'slow-flight',
    title: 'Slow flight',
    about: 'Speeds, flaps, and the back side of the curve',
    items: [
      { maneuver: 'configuration-change', demonstrations: 0, attempts: 1 },
      { maneuver: 'slow-flight', variant: 'clean', attempts: 1 },
      { maneuver: 'slow-flight', variant: 'landing' },
    ],
  },
  {
    id: 'stalls',
    title: 'Stalls',
    about: 'Gently first, then power off and power on',
    items: [
      { maneuver: 'slow-flight', variant: 'clean', demonstrations: 0, attempts: 1 },
      { maneuver: 'stall-series', demonstrations: 1, attempts: 1 },
      { maneuver: 'power-off-stall', variant: 'straight' },
      { maneuver: 'power-on-stall', variant: 'straight', attempts: 1 },
    ],
  },
  {
    id: 'steep-turns',
    title: 'Steep turns',
    about: 'After medium turns, both ways',
    items: [
      { maneuver: 'level-turn', demonstrations: 0, attempts: 1 },
      { maneuver: 'steep-turn' },
      { maneuver: 'slow-flight', variant: 'landing', demonstrations: 0, attempts: 1 },
    ],
  },
  {
    id: 'review-before-solo',
    title: 'Review before solo',
    about: 'Everything once, unaided',
    items: [
      { maneuver: 'slow-flight', variant: 'landing', demonstrations: 0, attempts: 1 },
      { maneuver: 'power-off-stall', variant: 'straight', demonstrations: 0, attempts: 1 },
      { maneuver: 'power-on-stall', variant: 'straight', demonstrations: 0, attempts: 1 },
      { maneuver: 'steep-turn', demonstrations: 0, attempts: 1 },
      { maneuver: 'best-glide', demonstrations: 0, attempts: 1 },
    ],
  },
];
