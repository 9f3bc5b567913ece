/**
 * What a maneuver asks before any band: that it happened at all, and that nothing was done in it that fails whatever the
 * figures. A standard says which of them count and from where; a maneuver's room knows how each is seen.
 */
import { z } from 'zod';
import { type Coded, codedSchema } from '../coded.ts';

/**
 * `proof`: unseen, the attempt is not scored. `prohibition`: unseen, the verdict stands on what was recorded, and says so.
 */
const REQUIREMENT_KINDS = ['proof', 'prohibition'] as const;
export const requirementKindSchema = z.enum(REQUIREMENT_KINDS);
export type RequirementKind = z.infer<typeof requirementKindSchema>;

/** A standard's row: one requirement of one maneuver. */
export const requirementRowSchema = z.object({
  maneuver: z.string(),
  /** The variants and the configurations that it is asked of; all of them when left out. */
  variants: z.array(z.string()).optional(),
  configurations: z.array(z.string()).optional(),
  /** Its name in the maneuver's room. */
  requirement: z.string(),
  /** `false`: shown, never part of the verdict. */
  must: z.boolean(),
  source: z.string(),
  fromMemory: z.boolean(),
});
export type RequirementRow = z.infer<typeof requirementRowSchema>;

/** `null`: it could not be seen. */
export const heldSchema = z.union([z.boolean(), z.null(), z.literal('not applicable')]);
export type Held = z.infer<typeof heldSchema>;

/** What the recording says of a requirement, with the numbers, and where. */
export interface Evidence {
  held: Held;
  evidence: Coded;
  atS?: number;
}

/** A requirement as it stands in an attempt's score. */
export const requirementScoreSchema = z.object({
  /** `maneuver/requirement`. */
  id: z.string(),
  kind: requirementKindSchema,
  must: z.boolean(),
  held: heldSchema,
  evidence: codedSchema,
  /** The moment of the evidence, s. */
  atS: z.number().optional(),
  source: z.string(),
  fromMemory: z.boolean(),
  /** Who saw it, where the recording could not. */
  seenBy: z.literal('instructor').optional(),
  /** From a score of version 1: what it asked, as it was put then. */
  asWritten: z.object({ asks: z.string() }).optional(),
});
export type RequirementScore = z.infer<typeof requirementScoreSchema>;

/** Of an id `maneuver/requirement`, the requirement's name in its room. */
export const requirementKey = (id: string): string => id.slice(id.indexOf('/') + 1);

/** What fails the attempt under either judge. */
export const failedMusts = (requirements: readonly RequirementScore[]): RequirementScore[] =>
  requirements.filter(({ must, held }) => must && held === false);

/** What a verdict would have needed, or rests without. */
export const unseenMusts = (
  requirements: readonly RequirementScore[],
  kind: RequirementKind,
): RequirementScore[] => requirements.filter((one) => one.must && one.held === null && one.kind === kind);
