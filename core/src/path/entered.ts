/** An attempt that nothing recorded: what an instructor saw, said by hand. It is a grade, and no measurement. */
import { z } from 'zod';
import { flownByWith, gradeSchema, helpSchema } from '../debrief/statements.ts';
import { findRoom, MANEUVER_IDS } from '../maneuvers/registry.ts';
import { dayIn } from '../units/days.ts';
import { instantSchema } from '../units/instant-schema.ts';
import type { FlownAttempt } from './standing/evidence.ts';
import type { SyllabusSkill } from './syllabus/schema.ts';

const SKILL_ID = /^[a-z][a-z0-9-]{1,59}$/;

/**
 * Of a maneuver, or of a skill of the syllabus that no recording shows.
 * @throws ZodError for a variant that the maneuver has not, and for a grade on what the instructor flew.
 */
export const enteredBodySchema = z
  .object({
    maneuver: z.enum(MANEUVER_IDS).nullable().default(null),
    variant: z.string().nullable().default(null),
    skill: z.string().regex(SKILL_ID, 'a skill of the syllabus by its id').optional(),
    flownAt: instantSchema,
    lessonId: z.uuid().nullable().default(null),
    help: helpSchema,
    grade: gradeSchema,
    words: z.string().trim().max(2000).default(''),
    /** The attempt that was tapped in the right seat. */
    seatAttempt: z.uuid().optional(),
  })
  .superRefine(({ maneuver, variant, skill, help, grade }, refuse) => {
    const wrong = (field: string, message: string) =>
      refuse.addIssue({ code: 'custom', path: [field], message });
    if ((maneuver === null) === (skill === undefined))
      wrong('maneuver', 'say either the maneuver or the skill, and not both');
    const variants: readonly string[] = (maneuver && findRoom(maneuver)?.variants) || [];
    // Which way is left open where an earlier record does not say.
    if (maneuver && variant !== null && !variants.includes(variant))
      wrong('variant', `${variant}: must be one of ${variants.join(', ')}`);
    if (flownByWith(help) === 'instructor' && grade > 1)
      wrong('grade', 'what the instructor flew was seen by the student: 1 and no more');
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

type SkillFed = Pick<SyllabusSkill, 'id' | 'maneuver' | 'variants'>;

const feedsByHand = (
  { id, maneuver, variants }: SkillFed,
  one: Pick<EnteredAttempt, 'skill' | 'maneuver' | 'variant'>,
): boolean =>
  one.skill === id ||
  (maneuver !== null &&
    one.maneuver === maneuver &&
    (!variants || one.variant === null || variants.includes(one.variant)));

/** What was graded by hand of one skill, as evidence: a grade of three or more is to standard. Withdrawn ones say nothing. */
export const evidenceByHand = (
  entered: readonly EnteredAttempt[],
  skill: SkillFed,
  zone: string,
): FlownAttempt[] =>
  entered
    .filter((one) => feedsByHand(skill, one) && !one.withdrawn)
    .map(({ flownAt, variant, help, grade }) => ({
      at: flownAt,
      variant,
      day: dayIn(flownAt, zone),
      flownIn: 'airplane',
      help,
      verdict: grade >= 3 ? 'satisfactory' : 'unsatisfactory',
      toleranceUsed: null,
      grade,
    }));
