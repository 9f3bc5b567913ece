/** The score of a recording, as it crosses every wire and is stored. */
import { z } from 'zod';
import { parameterSchema } from '../standards/schema.ts';

const seconds = z.number();

export const judgeSchema = z.enum(['strict', 'examiner']);
export type Judge = z.infer<typeof judgeSchema>;

export const parameterVerdictSchema = z.enum(['within', 'momentary', 'outside']);
export type ParameterVerdict = z.infer<typeof parameterVerdictSchema>;

export const attemptVerdictSchema = z.enum(['satisfactory', 'unsatisfactory', 'not-scored']);
export type AttemptVerdict = z.infer<typeof attemptVerdictSchema>;

export const excursionSchema = z.object({ startS: seconds, endS: seconds, peak: z.number() });
export type Excursion = z.infer<typeof excursionSchema>;

export const phaseSchema = z.object({ name: z.string(), startS: seconds, endS: seconds });
export type Phase = z.infer<typeof phaseSchema>;

const scoredSpan = {
  parameter: parameterSchema,
  unit: z.string(),
  target: z.number().nullable(),
  low: z.number(),
  high: z.number(),
  reference: z.string(),
  required: z.boolean(),
  source: z.string(),
  fromMemory: z.boolean(),
};

/** A parameter that was not measured has its band and the reason, and no figures. */
export const parameterScoreSchema = z.discriminatedUnion('measured', [
  z.object({ ...scoredSpan, measured: z.literal('not-measured'), reason: z.string() }),
  z.object({
    ...scoredSpan,
    measured: z.enum(['measured', 'derived']),
    from: z.string().optional(),
    standardError: z.number(),
    startS: seconds,
    endS: seconds,
    maxAbove: z.number(),
    maxBelow: z.number(),
    rms: z.number(),
    insidePct: z.number(),
    toleranceUsed: z.number(),
    excursions: z.array(excursionSchema),
    strict: parameterVerdictSchema,
    examiner: parameterVerdictSchema,
  }),
]);
export type ParameterScore = z.infer<typeof parameterScoreSchema>;
export type MeasuredParameterScore = Exclude<ParameterScore, { measured: 'not-measured' }>;

export const severitySchema = z.enum(['note', 'fault', 'critical']);
export type Severity = z.infer<typeof severitySchema>;

export const findingSchema = z.object({
  id: z.string(),
  startS: seconds,
  endS: seconds,
  severity: severitySchema,
  size: z.number(),
  unit: z.string(),
  what: z.string(),
  why: z.string(),
  tryNext: z.string(),
});
export type Finding = z.infer<typeof findingSchema>;

/** One excursion in the order in which things went wrong, with its cause where the energy tells it. */
export const chainLinkSchema = z.object({
  parameter: parameterSchema,
  startS: seconds,
  endS: seconds,
  peakS: seconds,
  peak: z.number(),
  says: z.string(),
  why: z.string().optional(),
  tryNext: z.string().optional(),
});
export type ChainLink = z.infer<typeof chainLinkSchema>;

export const attemptScoreSchema = z.object({
  maneuver: z.string(),
  /** Null where the maneuver is only likely. */
  variant: z.string().nullable(),
  /** Worked out from positions alone, for a maneuver that only a measured airspeed tells surely: named, not judged. */
  likely: z.literal(true).optional(),
  state: z.enum(['complete', 'discontinued']),
  reason: z.string().optional(),
  startS: seconds,
  endS: seconds,
  phases: z.array(phaseSchema),
  targets: z.record(z.string(), z.number()),
  /** What the brief asked for, beside what is judged. */
  brief: z.record(z.string(), z.number()).optional(),
  /** `true` when the entry values are those of the turn the other way just before. */
  inheritsEntry: z.boolean().optional(),
  turnedDeg: z.number().optional(),
  parameters: z.array(parameterScoreSchema),
  /** Whose rows judged it, where the chosen standard has none for the maneuver. */
  judgedBy: z.string().optional(),
  strict: attemptVerdictSchema,
  examiner: attemptVerdictSchema,
  firstExcursion: z.object({ parameter: parameterSchema, atS: seconds }).nullable(),
  findings: z.array(findingSchema),
  chain: z.array(chainLinkSchema),
  /** The chain in words; null when nothing left its band. */
  wentFirst: z.string().nullable(),
});
export type AttemptScore = z.infer<typeof attemptScoreSchema>;

export const channelSummarySchema = z.object({
  source: z.enum(['measured', 'derived']),
  from: z.string().optional(),
  standardError: z.number().optional(),
});

export const scoreSchema = z.object({
  version: z.literal(1),
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
    warnings: z.array(z.string()),
  }),
  standard: z.string(),
  judge: judgeSchema,
  airplane: z.string().nullable(),
  weightLb: z.number().nullable(),
  groundFt: z.number().nullable(),
  attempts: z.array(attemptScoreSchema),
});
export type Score = z.infer<typeof scoreSchema>;
