/** Flights under way, as they cross the wire. */
import { z } from 'zod';
import { gradeSchema, helpSchema } from '../debrief/statements.ts';
import { maneuverIdSchema } from '../maneuvers/ids.ts';

const flown = { startS: z.number(), endS: z.number(), maneuver: z.string().max(40) };

const attempt = z.uuid();
const moment = z.number().int();

/**
 * What is said while it is flown. A `mark` is a moment; `help` and `grade` are about an attempt that has ended, by the
 * stretch of the flight in which it lay. Where no device tells, an `attempt` is what somebody tapped (by the server’s clock as
 * the tablet knew it; without a beginning where it was tapped afterwards), said again it is what was said last; its help,
 * grade and marks name it. `over` ends the lesson: what was graded is kept.
 */
const liveNoteBodySchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('mark'),
    text: z.string().trim().min(1, 'a mark has a word').max(200),
    attempt: attempt.optional(),
  }),
  z.object({
    kind: z.literal('attempt'),
    attempt,
    maneuver: maneuverIdSchema,
    variant: z.string().max(40).nullable(),
    beganMs: moment.nullable(),
    endedMs: moment,
  }),
  z.object({ kind: z.literal('attempt-help'), attempt, help: helpSchema }),
  z.object({ kind: z.literal('attempt-grade'), attempt, grade: gradeSchema }),
  z.object({ kind: z.literal('over'), startedMs: moment, stoppedMs: moment }),
  z.object({ kind: z.literal('help'), help: helpSchema, ...flown }),
  z.object({ kind: z.literal('grade'), grade: gradeSchema, ...flown }),
]);
export type LiveNoteBody = z.infer<typeof liveNoteBodySchema>;

/** The id is the client’s own: sent twice it is the same note. */
export const newLiveNoteSchema = z.object({
  id: z.uuid(),
  /** When it was meant, ms since 1970 by the server’s clock as the client knows it. */
  atMs: z.number().int(),
  body: liveNoteBodySchema,
});

export const liveNoteSchema = newLiveNoteSchema.extend({
  author: z.object({ id: z.uuid(), name: z.string() }),
  /** Seconds of the flight; null while nothing tells where it lies. */
  atS: z.number().nullable(),
  undone: z.boolean(),
});
export type LiveNote = z.infer<typeof liveNoteSchema>;

const named = z.object({ id: z.string(), name: z.string() });
export const liveFlightSchema = z.object({
  id: z.string(),
  airplane: named.extend({ speedUnit: z.enum(['kt', 'mph']) }),
  student: named.nullable(),
  lessonId: z.string().nullable(),
  begunAt: z.string(),
  heardAt: z.string(),
  /** The server’s clock less the device’s, ms. */
  clockOffsetMs: z.number().nullable(),
});
export type LiveFlightView = z.infer<typeof liveFlightSchema>;

/** A flight that matched no lesson; with a student where a booking or a person said whose it is. */
export const unmatchedFlightSchema = liveFlightSchema
  .pick({ id: true, student: true, begunAt: true, heardAt: true })
  .extend({ airplane: named, endedAt: z.string().nullable(), recordingId: z.string().nullable() });
export type UnmatchedFlight = z.infer<typeof unmatchedFlightSchema>;

export const givenFlightSchema = z.object({ recordingId: z.string().nullable() });

const step = z.object({ id: z.string(), name: z.string(), does: z.string() });
/** Where in which maneuver it is, as the event `coach` says it. In the airplane nobody is given orders by it. */
const liveCoachSchema = z.object({
  seq: z.number(),
  timeS: z.number(),
  /** Of the lesson’s cards, by its place. */
  card: z.number(),
  title: z.string(),
  step,
  next: step.nullable(),
  toGo: z.object({ value: z.number(), unit: z.enum(['deg', 'ft', 's']) }).nullable(),
  /** Since when it has been flown, s; null before it begins. */
  beganS: z.number().nullable(),
  /** Nothing is shown just now: every eye belongs outside. */
  blank: z.boolean(),
  /** What is said for safety, for the instructor's eyes where the school has that; else null. */
  word: z.string().nullable(),
});
export type LiveCoach = z.infer<typeof liveCoachSchema>;
