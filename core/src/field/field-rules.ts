/** What a school settles of its pattern, for every card and every approach. */
import { z } from 'zod';
import { runwayPlaceSchema } from '../units/runway.ts';

export const JUDGED_PARTS = ['pattern', 'climb', 'approach'] as const;

export const fieldRulesSchema = z.object({
  /** Height of the pattern, and of the gate by which an approach is stable, above the field. */
  patternFt: z.number().min(400).max(3000),
  gateFt: z.number().min(100).max(1000),
  /** Of the path down, degrees below the horizon. */
  pathDeg: z.number().min(2).max(7).default(3),
  side: z.enum(['left', 'right']),
  /** Above the field; below it nobody turns back after an engine failure. Null until the school says. */
  turnBackFt: z.number().min(300).max(3000).nullable(),
  /** Parts whose rows of the standard are judged; none until the school turns them on. */
  judged: z.array(z.enum(JUDGED_PARTS)).default([]),
  /** Where the thresholds are; none until the school says, and then nothing is measured from one. */
  ends: z.array(runwayPlaceSchema).max(24).default([]),
});
export type FieldRules = z.infer<typeof fieldRulesSchema>;
