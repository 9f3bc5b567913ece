/** A standard is data: rows of tolerances, each with its source. */
import { z } from 'zod';
import { type RequirementRow, requirementRowSchema } from './requirement.ts';

const PARAMETERS = [
  'altitude',
  'airspeed',
  'heading',
  'rollout-heading',
  'bank',
  'turn-rate',
  'vertical-speed',
  'altitude-loss',
  'floor',
  'coordination',
] as const;
export const parameterSchema = z.enum(PARAMETERS);
export type Parameter = z.infer<typeof parameterSchema>;

export const standardRowSchema = z
  .object({
    maneuver: z.string(),
    /** The variants it judges; all of them when left out. */
    variants: z.array(z.string()).optional(),
    /** The flap settings that it is about; whichever was flown when left out. */
    configurations: z.array(z.string()).optional(),
    parameter: parameterSchema,
    /** What the deviation is counted from. */
    reference: z.enum(['entry', 'target', 'own-start', 'published-limit']),
    /** The target itself, where the standard names it. */
    target: z.number().optional(),
    low: z.number(),
    high: z.number(),
    unit: z.enum(['ft', 'kt', 'deg', 'deg/s', 'g', 'ft/min']),
    /** Where it is judged: the whole attempt, a phase of it, or its last instant. */
    phase: z.string(),
    /** `false`: shown, never part of the verdict. */
    required: z.boolean(),
    source: z.string(),
    /** Written down from memory of the source, until someone has checked it against the document. */
    fromMemory: z.boolean(),
  })
  .refine((row) => row.low < row.high, { message: 'low must be below high' });
export type StandardRow = z.infer<typeof standardRowSchema>;

/** What is asked about a task beside flying it, in words of our own; an instructor ticks what was talked through. */
const elementSchema = z.object({
  maneuver: z.string(),
  /** As the document numbers it. */
  code: z.string().max(40),
  kind: z.enum(['knowledge', 'risk']),
  says: z.string(),
  fromMemory: z.boolean(),
});
export type StandardElement = z.infer<typeof elementSchema>;

export const standardSchema = z.object({
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,40}$/),
  name: z.string().min(1),
  /** Short form for cards and headings. */
  shortName: z.string().min(1),
  document: z.string(),
  rows: z.array(standardRowSchema),
  /** What is asked before any band. */
  requirements: z.array(requirementRowSchema).default([]),
  elements: z.array(elementSchema).default([]),
  /** Numbers in place of those that come with the maneuvers, by group and name. */
  thresholds: z.record(z.string(), z.record(z.string(), z.number())).default({}),
});
export type Standard = z.infer<typeof standardSchema>;

/** What a row of a standard is looked up for: a maneuver, as far as it is known which one. */
export interface Asked {
  maneuver: string;
  variant?: string | null;
  /** Clean, takeoff or landing; null or left out where nobody knows. */
  configuration?: string | null;
}

const isAbout = (
  row: { maneuver: string; variants?: string[]; configurations?: string[] },
  { maneuver, variant, configuration }: Asked,
): boolean =>
  row.maneuver === maneuver &&
  (variant === undefined || variant === null || !row.variants || row.variants.includes(variant)) &&
  (configuration === undefined ||
    configuration === null ||
    !row.configurations ||
    row.configurations.includes(configuration));

/** The rows of a standard that judge a maneuver, or one variant of it. */
export const rowsFor = (standard: Standard, asked: Asked): StandardRow[] =>
  standard.rows.filter((row) => isAbout(row, asked));

/**
 * Whose rows judge a variant of a maneuver: the chosen standard's, else the school's own, else nobody's. The card and the
 * judge both ask here.
 * @returns the rows and requirements, and the school's standard where they are not the chosen one's.
 */
export function judgingRows(
  { standard, schoolStandard }: { standard: Standard; schoolStandard?: Standard },
  asked: Asked,
): { rows: StandardRow[]; requirements: RequirementRow[]; from: Standard | null } {
  const of = (whose: Standard) => ({
    rows: rowsFor(whose, asked),
    requirements: (whose.requirements ?? []).filter((row) => isAbout(row, asked)),
  });
  const own = of(standard);
  if (own.rows.length > 0 || !schoolStandard || schoolStandard.id === standard.id)
    return { ...own, from: null };
  const school = of(schoolStandard);
  return { ...school, from: school.rows.length > 0 ? schoolStandard : null };
}
