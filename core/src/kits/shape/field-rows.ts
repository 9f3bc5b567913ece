/**
 * Rows of pattern, climb and approach that a school has turned on: ±100 ft and ±10 kt in the pattern, +10/−5 kt on the speed of the
 * climb and of the approach (private pilot ACS, from memory). What the recording knows no better than to half of a tolerance is
 * not judged.
 */
import { z } from 'zod';
import type { FieldRules } from '../../field/field-rules.ts';

const ROWS = {
  'pattern-altitude': { of: 'pattern', unit: 'ft', low: -100, high: 100 },
  'pattern-speed': { of: 'pattern', unit: 'kt', low: -10, high: 10 },
  'climb-speed': { of: 'climb', unit: 'kt', low: -5, high: 10 },
  'approach-speed': { of: 'approach', unit: 'kt', low: -5, high: 10 },
} as const;
type FieldRowName = keyof typeof ROWS;

export const fieldRowSchema = z.object({
  row: z.enum(Object.keys(ROWS) as [FieldRowName, ...FieldRowName[]]),
  /** Furthest off what was aimed for, in the row's unit. */
  off: z.number(),
  low: z.number(),
  high: z.number(),
  held: z.boolean(),
});
export type FieldRowJudged = z.infer<typeof fieldRowSchema>;

export const unitOfRow = (row: FieldRowName): 'ft' | 'kt' => ROWS[row].unit;

/** @param off null where it was not measured, or nothing was aimed for */
export function judgedRow(
  { judged }: FieldRules,
  row: FieldRowName,
  off: number | null,
  error: number,
): FieldRowJudged[] {
  const { of, low, high } = ROWS[row];
  if (off === null || !judged.includes(of) || error > (high - low) / 4) return [];
  return [{ row, off, low, high, held: off >= low && off <= high }];
}
