/** A standard is data: rows of tolerances, each with its source. */
import { z } from 'zod';

export const PARAMETERS = [
  'altitude',
  'airspeed',
  'heading',
  'rollout-heading',
  'bank',
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
    parameter: parameterSchema,
    /** What the deviation is counted from. */
    reference: z.enum(['entry', 'target', 'own-start', 'published-limit']),
    /** The target itself, where the standard names it. */
    target: z.number().optional(),
    low: z.number(),
    high: z.number(),
    unit: z.enum(['ft', 'kt', 'deg', 'g', 'ft/min']),
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

export const standardSchema = z.object({
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,40}$/),
  name: z.string().min(1),
  /** Short form for cards and headings. */
  shortName: z.string().min(1),
  document: z.string(),
  rows: z.array(standardRowSchema),
});
export type Standard = z.infer<typeof standardSchema>;

/** The rows of a standard that judge a maneuver, or one variant of it. */
export const rowsFor = (standard: Standard, maneuver: string, variant?: string): StandardRow[] =>
  standard.rows.filter(
    (row) =>
      row.maneuver === maneuver &&
      (variant === undefined || row.variants === undefined || row.variants.includes(variant)),
  );

/**
 * Whose rows judge a variant of a maneuver: the chosen standard's, else the school's own, else nobody's. The card and the
 * judge both ask here.
 * @returns the rows, and the school's standard where they are not the chosen one's.
 */
export function judgingRows(
  { standard, schoolStandard }: { standard: Standard; schoolStandard?: Standard },
  { maneuver, variant }: { maneuver: string; variant: string },
): { rows: StandardRow[]; from: Standard | null } {
  const own = rowsFor(standard, maneuver, variant);
  if (own.length > 0 || !schoolStandard || schoolStandard.id === standard.id)
    return { rows: own, from: null };
  const rows = rowsFor(schoolStandard, maneuver, variant);
  return { rows, from: rows.length > 0 ? schoolStandard : null };
}
