/** A student's path, as it crosses the wire. */
import { z } from 'zod';
import { enteredAttemptSchema } from '../path/entered.ts';
import { recurringSchema, skillSchema } from '../path/progress.ts';

export const pathSchema = z.object({
  student: z.object({ id: z.uuid(), name: z.string() }),
  lessons: z.number(),
  judge: z.enum(['strict', 'examiner']),
  skills: z.array(skillSchema),
  /** What recurs in the latest attempts, for the next brief. */
  recurring: z.array(recurringSchema),
  /** What was flown with nothing recording, of every maneuver, in the order flown. */
  byHand: z.array(enteredAttemptSchema),
});
export type Path = z.infer<typeof pathSchema>;
