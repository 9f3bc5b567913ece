/** A lesson as it is put together and as it is planned: what crosses the wire. */

import { z } from 'zod';
import { CONFIGURATIONS } from '../airplane/configuration.ts';
import { loadingSchema } from '../balance/balance.ts';
import { glideFieldSchema } from '../card/glide-field.ts';
import { asWritten, codedSchema } from '../coded.ts';
import { maneuverIdSchema } from '../maneuvers/ids.ts';
import { runwayEndSchema } from '../units/runway.ts';

/** One maneuver of a lesson, as it was put there. */
export const lessonItemSchema = z.object({
  id: z.string().min(1).max(60),
  maneuver: maneuverIdSchema,
  /** Left out, a turn is flown both ways. */
  variant: z.string().optional(),
  /** The flaps that it is flown with, where the maneuver leaves a choice. */
  configuration: z.enum(CONFIGURATIONS).optional(),
  demonstrations: z.number().int().min(0).max(5).optional(),
  attempts: z.number().int().min(0).max(9).optional(),
  airspeedKias: z.number().min(1).max(300).optional(),
  bankDeg: z.number().min(0).max(60).optional(),
  headingDeg: z.number().min(0).max(360).optional(),
  /** Higher than the maneuver needs; never lower. */
  altitudeFt: z.number().min(0).max(20_000).optional(),
  /** Where a glide is to end. */
  glideTo: glideFieldSchema.optional(),
});
export type LessonItem = z.infer<typeof lessonItemSchema>;

/** The day: air, ground, sky and the time there is. */
export const conditionsSchema = z.object({
  /** At the start, where the airplane file has no stations to load. */
  weightLb: z.number(),
  loading: loadingSchema.optional(),
  groundFt: z.number(),
  headingDeg: z.number(),
  oatC: z.number(),
  qnhHpa: z.number().optional(),
  pressureAltitudeFt: z.number().optional(),
  cloudBaseFt: z.number().optional(),
  cloudClearanceFt: z.number().optional(),
  airspaceBaseFt: z.number().optional(),
  windKt: z.number().optional(),
  /** Of the field: by the same north as its runway, gusts where there are any, the end in use and its usable length. */
  windFromDeg: z.number().optional(),
  gustKt: z.number().optional(),
  runway: runwayEndSchema.optional(),
  runwayFt: z.number().optional(),
  fieldOatC: z.number().optional(),
  /** Minutes from engine start to engine stop. */
  blockMin: z.number().min(15, 'a block is at least 15 minutes').max(300).optional(),
  transitMin: z.number().min(0).max(60).optional(),
  reserveMin: z.number().min(0).max(120).optional(),
  /** Chosen by moving a mark. */
  airspeedKias: z.number().optional(),
  bankDeg: z.number().optional(),
});
export type Conditions = z.infer<typeof conditionsSchema>;

const segmentSchema = z.object({
  kind: z.enum(['ground', 'climb', 'transit', 'clear', 'maneuver', 'descent']),
  label: z.string(),
  /** The item that a maneuver's segment belongs to. */
  item: z.string().nullable(),
  startMin: z.number(),
  endMin: z.number(),
  fromFt: z.number(),
  toFt: z.number(),
});
export type Segment = z.infer<typeof segmentSchema>;

/** A stop forbids the flight as planned; a warning wants a decision; a note explains. */
const codedNoticeSchema = codedSchema.extend({
  level: z.enum(['stop', 'warning', 'note']),
  item: z.string().nullable(),
});
export type Notice = z.infer<typeof codedNoticeSchema>;
/** Those that were kept as sentences are shown as they were written. */
export const noticeFromWritten = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && 'text' in value
    ? { ...value, ...asWritten(String(value.text)) }
    : value;
const noticeSchema = z.preprocess(noticeFromWritten, codedNoticeSchema);

const balancePointSchema = z.object({
  label: z.string(),
  weightLb: z.number(),
  cgIn: z.number(),
  inside: z.boolean(),
});

export const lessonPlanSchema = z.object({
  segments: z.array(segmentSchema),
  notices: z.array(noticeSchema),
  balance: z.array(balancePointSchema),
  startWeightLb: z.number(),
  totalMin: z.number(),
  blockMin: z.number(),
  fuelUsedGal: z.number().nullable(),
  fuelLeftGal: z.number().nullable(),
  /** For each item its entry altitude, heading and weight. */
  entries: z.array(
    z.object({
      item: z.string(),
      altitudeFt: z.number(),
      headingDeg: z.number(),
      weightLb: z.number(),
      minutes: z.number(),
      fits: z.boolean(),
      /** How many of the lesson's cards are this item's: a turn flown both ways has two. */
      cards: z.number().int(),
    }),
  ),
});
export type LessonPlan = z.infer<typeof lessonPlanSchema>;
