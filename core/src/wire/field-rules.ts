/** What a school settles of its pattern, as it crosses the wire. */
import { z } from 'zod';

export const fieldRulesSchema = z.object({
  /** Height of the pattern, and of the gate by which an approach is stable, above the field. */
  patternFt: z.number('write how many feet').min(400, '400 to 3,000').max(3000, '400 to 3,000'),
  gateFt: z.number('write how many feet').min(100, '100 to 1,000').max(1000, '100 to 1,000'),
  /** Of the path down, degrees below the horizon. */
  pathDeg: z.number('write how many degrees').min(2, '2 to 7').max(7, '2 to 7').default(3),
  side: z.enum(['left', 'right']),
  /** Above the field; below it nobody turns back after an engine failure. Null until the school says. */
  turnBackFt: z.number('write how many feet').min(300, '300 to 3,000').max(3000, '300 to 3,000').nullable(),
});
export type FieldRules = z.infer<typeof fieldRulesSchema>;
