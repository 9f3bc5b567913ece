/** An attempt as a path keeps it: what was flown, with whose help, what stands of it and what was seen in it. */
import { z } from 'zod';
import { CONFIGURATIONS } from '../airplane/configuration.ts';
import { keptFindingSchema } from '../card/recurring.ts';
import { helpSchema } from '../debrief/statements.ts';
import { attemptVerdictSchema } from '../scoring/schema.ts';

export const pathAttemptSchema = z.object({
  recordingId: z.string(),
  attempt: z.number().int(),
  lessonId: z.string().nullable(),
  lessonTitle: z.string().nullable(),
  flownAt: z.string(),
  maneuver: z.string(),
  variant: z.string(),
  standard: z.string(),
  flownIn: z.enum(['airplane', 'trainer']),
  help: z.union([helpSchema, z.literal('unknown')]),
  /** Said of the whole flight at once: enough to hold a skill, not to be ready. */
  helpInBulk: z.boolean().default(false),
  /** Something in it fails by itself. */
  critical: z.boolean().default(false),
  /** Broken off after something was out, and nobody said why. */
  brokenOff: z.boolean().default(false),
  /** An instructor said that the air was moderately rough: a failure with nothing critical in it says nothing. */
  moderateAir: z.boolean().default(false),
  /** Flown with a distraction: shown apart, and counted like any other. */
  distracted: z.boolean().default(false),
  /** How far a stall was taken; null for what is no stall, or where nothing tells. */
  depth: z.enum(['first-indication', 'full']).nullable().default(null),
  /** The flaps that it was flown with; null where nothing tells. */
  configuration: z.enum(CONFIGURATIONS).nullable().default(null),
  /** The verdict rests without something that nobody saw and no instructor has yet said. */
  restsOnUnseen: z.boolean().default(false),
  flownBy: z.enum(['student', 'instructor']),
  /** The verdict that stands, after any override. */
  verdict: attemptVerdictSchema,
  overridden: z.boolean(),
  strict: attemptVerdictSchema,
  examiner: attemptVerdictSchema,
  grade: z.number().nullable(),
  selfGrade: z.number().nullable(),
  /** Tolerance used by each required parameter. */
  toleranceUsed: z.record(z.string(), z.number()),
  /** The worst of them, signed: above or below the centre of its band. */
  worst: z.object({ parameter: z.string(), used: z.number() }).nullable(),
  findings: z.array(keptFindingSchema),
});
export type PathAttempt = z.infer<typeof pathAttemptSchema>;
