/** What a score is made of: verdicts, a parameter's figures, findings, the links of a chain. */
import { z } from 'zod';
import { codedSchema, paramsSchema } from '../coded.ts';
import { parameterSchema } from './standard.ts';

const seconds = z.number();

export const judgeSchema = z.enum(['strict', 'examiner']);
export type Judge = z.infer<typeof judgeSchema>;

const parameterVerdictSchema = z.enum(['within', 'momentary', 'outside']);
export type ParameterVerdict = z.infer<typeof parameterVerdictSchema>;

export const attemptVerdictSchema = z.enum(['satisfactory', 'unsatisfactory', 'not-scored']);
export type AttemptVerdict = z.infer<typeof attemptVerdictSchema>;

const excursionSchema = z.object({
  startS: seconds,
  endS: seconds,
  peak: z.number(),
  /** Why an examiner does not let it pass: too far, turned back too late, or outside too long. */
  not: z.enum(['far', 'late', 'long']).optional(),
});

const phaseSchema = z.object({ name: z.string(), startS: seconds, endS: seconds });
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
  z.object({ ...scoredSpan, measured: z.literal('not-measured'), because: codedSchema }),
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

const severitySchema = z.enum(['note', 'fault', 'critical']);
export type Severity = z.infer<typeof severitySchema>;

export const findingSchema = z.object({
  id: z.string(),
  startS: seconds,
  endS: seconds,
  severity: severitySchema,
  size: z.number(),
  unit: z.string(),
  /** What its words need besides the size. */
  params: paramsSchema.optional(),
  /** It comes before everything else: the airplane may be hurt, or it was not under control. */
  hazard: z.enum(['red-line', 'out-of-control']).optional(),
  /** Something else has an order of its own, before which this one gives no advice. */
  silent: z.literal(true).optional(),
  /** From a score of version 1: its words as they were. */
  asWritten: z.object({ what: z.string(), why: z.string(), tryNext: z.string() }).optional(),
});
export type Finding = z.infer<typeof findingSchema>;

/** One excursion in the order in which things went wrong, with its cause where the energy tells it. */
export const chainLinkSchema = z.object({
  parameter: parameterSchema,
  startS: seconds,
  endS: seconds,
  peakS: seconds,
  peak: z.number(),
  target: z.number().nullable(),
  /** Out on the inner side of a band that lies off its target: above the one and still below the other. */
  between: z.enum(['below', 'above']).optional(),
  /** What the energy says moved the height. */
  cause: z.enum(['pitch', 'less-energy', 'more-energy']).optional(),
  /** Why, as the kind of flying, its phase and the energy tell it. */
  because: codedSchema.optional(),
  /** From a score of version 1: its words as they were. */
  asWritten: z
    .object({ says: z.string(), why: z.string().optional(), tryNext: z.string().optional() })
    .optional(),
});
export type ChainLink = z.infer<typeof chainLinkSchema>;
