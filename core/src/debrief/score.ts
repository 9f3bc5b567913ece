/** The score of a recording, as it crosses every wire and is stored. */
import { z } from 'zod';
import { CONFIGURATIONS } from '../airplane/configuration.ts';
import { codedSchema } from '../coded.ts';
import { findingIdSchema, maneuverIdSchema, phaseNameSchema, variantIdSchema } from '../maneuvers/ids.ts';
import { requirementScoreSchema } from '../scoring/requirement.ts';
import {
  attemptVerdictSchema,
  chainLinkSchema,
  findingSchema,
  judgeSchema,
  parameterScoreSchema,
} from '../scoring/schema.ts';
import { parameterSchema } from '../scoring/standard.ts';
import { AIR_LEVELS } from '../signals/air-level.ts';
import { flightScoreSchema } from './flight-score.ts';

const seconds = z.number();

export const attemptScoreSchema = z.object({
  maneuver: maneuverIdSchema,
  /** Null where the maneuver is only likely, or the recording cannot tell. */
  variant: variantIdSchema.nullable(),
  /** Why the variant is null, where the recording cannot tell it. */
  variantUnknown: codedSchema.optional(),
  /** How the flaps stood, where that matters; null where nothing tells. */
  configuration: z.enum(CONFIGURATIONS).nullable().optional(),
  /** What it was judged as, where the chosen standard does not judge it. */
  judgedAs: codedSchema.optional(),
  /** Worked out from positions alone, for a maneuver that only a measured airspeed tells surely: named, not judged. */
  likely: z.literal(true).optional(),
  state: z.enum(['complete', 'discontinued']),
  /** Why it is discontinued. */
  endedBy: codedSchema.optional(),
  startS: seconds,
  endS: seconds,
  phases: z.array(z.object({ name: phaseNameSchema, startS: seconds, endS: seconds })),
  targets: z.record(z.string(), z.number()),
  /** What the brief asked for, beside what is judged. */
  brief: z.record(z.string(), z.number()).optional(),
  /** `true` when the entry values are those of the turn the other way just before. */
  inheritsEntry: z.boolean().optional(),
  turnedDeg: z.number().optional(),
  /** How rough the air was, worked out or as the instructor felt it; left out where nothing tells it, and by older cores. */
  air: z
    .object({
      level: z.enum(AIR_LEVELS),
      by: z.enum(['load', 'airspeed', 'instructor']),
      /** Root mean square, g or kt, and its standard error; an instructor's word has none. */
      size: z.number().optional(),
      error: z.number().optional(),
      /** The parameter that it took out of its tolerance: then the attempt is not scored. */
      took: parameterSchema.optional(),
    })
    .optional(),
  /** What is asked before any band, each with its evidence. */
  requirements: z.array(requirementScoreSchema),
  parameters: z.array(parameterScoreSchema),
  /** Whose rows judged it, where the chosen standard has none for the maneuver. */
  judgedBy: z.string().optional(),
  strict: attemptVerdictSchema,
  examiner: attemptVerdictSchema,
  firstExcursion: z.object({ parameter: parameterSchema, atS: seconds }).nullable(),
  findings: z.array(findingSchema.extend({ id: findingIdSchema })),
  chain: z.array(chainLinkSchema),
  /** From a score of version 1: its sentences as they were. */
  asWritten: z.object({ wentFirst: z.string().nullable(), missing: z.array(z.string()) }).optional(),
});
export type AttemptScore = z.infer<typeof attemptScoreSchema>;

const channelSummarySchema = z.object({
  source: z.enum(['measured', 'derived']),
  from: z.string().optional(),
  standardError: z.number().optional(),
});

export const scoreSchema = z.object({
  version: z.literal(2),
  core: z.string(),
  sha256: z.object({
    recording: z.string().nullable(),
    airplane: z.string().nullable(),
    standard: z.string(),
  }),
  recording: z.object({
    durationS: seconds,
    rateHz: z.number(),
    segments: z.number(),
    channels: z.record(z.string(), channelSummarySchema),
    wind: z.object({ fromDeg: z.number(), speedKt: z.number(), standardErrorKt: z.number() }).optional(),
    /** What was odd in it. */
    notices: z.array(codedSchema),
  }),
  standard: z.string(),
  judge: judgeSchema,
  /** What the examiner forgave by, where a school has chosen other figures than the usual. */
  examinerFigures: z
    .object({ promptS: z.number(), tooMany: z.number(), toleranceUsedLimit: z.number() })
    .optional(),
  airplane: z.string().nullable(),
  weightLb: z.number().nullable(),
  groundFt: z.number().nullable(),
  /** The day's shape; left out by older cores. */
  flight: flightScoreSchema.optional(),
  attempts: z.array(attemptScoreSchema),
  /** Briefed maneuvers of which nothing was found, with the nearest thing that was; left out by older cores. */
  notFound: z
    .array(
      z.object({
        maneuver: z.string(),
        variant: z.string().nullable(),
        /** Its place among the briefs. */
        card: z.number().int().optional(),
        nearest: z.object({ maneuver: z.string(), startS: seconds }).optional(),
      }),
    )
    .optional(),
});
export type Score = z.infer<typeof scoreSchema>;
