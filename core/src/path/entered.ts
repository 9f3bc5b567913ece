/** An attempt that nothing recorded: what an instructor saw, said by hand. It is a grade, and no measurement. */
import { z } from 'zod';
import { flownByWith, gradeSchema, helpSchema } from '../debrief/statements.ts';
import { findRoom, MANEUVER_IDS } from '../maneuvers/registry.ts';

/** @throws ZodError for a variant that the maneuver has not, and for a grade on what the instructor flew. */
export const enteredBodySchema = z
  .object({
    maneuver: z.enum(MANEUVER_IDS),
    variant: z.string(),
    flownAt: z.iso.datetime({ offset: true }),
    lessonId: z.uuid().nullable().default(null),
    help: helpSchema,
    grade: gradeSchema,
    words: z.string().trim().max(2000).default(''),
  })
  .superRefine(({ maneuver, variant, help, grade }, refuse) => {
    const variants: readonly string[] = findRoom(maneuver)?.variants ?? [];
    if (!variants.includes(variant))
      refuse.addIssue({
        code: 'custom',
        path: ['variant'],
        message: `${variant}: must be one of ${variants.join(', ')}`,
      });
    if (flownByWith(help) === 'instructor' && grade > 1)
      refuse.addIssue({
        code: 'custom',
        path: ['grade'],
        message: 'what the instructor flew was seen by the student: 1 and no more',
      });
  });
export type EnteredBody = z.infer<typeof enteredBodySchema>;

export const enteredAttemptSchema = z.object({
  ...enteredBodySchema.shape,
  id: z.uuid(),
  by: z.string(),
  enteredAt: z.string(),
  /** Taken back, by whom and why; it stays in sight and counts for nothing. */
  withdrawn: z.object({ by: z.string(), at: z.string(), why: z.string() }).nullable(),
});
export type EnteredAttempt = z.infer<typeof enteredAttemptSchema>;

/** A withdrawn one, or one that the instructor flew, says nothing of the student's flying. */
export const gradesByHand = (entered: readonly EnteredAttempt[], maneuver: string): EnteredAttempt[] =>
  entered.filter((one) => one.maneuver === maneuver && !one.withdrawn && flownByWith(one.help) === 'student');
