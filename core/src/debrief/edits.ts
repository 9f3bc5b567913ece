/**
 * An instructor's edits: a layer of its own over what was found. Each is tied to a time interval of the recording
 * and finds its attempt again by overlap, so that finding can be repeated at will.
 */
import { z } from 'zod';
import { CONFIGURATIONS } from '../airplane/configuration.ts';
import type { Proposal, Told } from '../kits/attempt/attempt.ts';
import { maneuverIdSchema } from '../maneuvers/ids.ts';
import { AIR_LEVELS } from '../signals/air-level.ts';

const interval = { startS: z.number(), endS: z.number(), maneuver: z.string() };

export const editSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('discard'), ...interval }),
  z.object({ kind: z.literal('edges'), ...interval, newStartS: z.number(), newEndS: z.number() }),
  z.object({ kind: z.literal('split'), ...interval, atS: z.number() }),
  /** Made one with everything up to the end of another, which is of any kind. */
  z.object({ kind: z.literal('merge'), ...interval, withEndS: z.number() }),
  z.object({
    kind: z.literal('retype'),
    ...interval,
    newManeuver: maneuverIdSchema,
    /** Left out, what was flown tells. */
    newVariant: z.string().max(20).optional(),
  }),
  /** Seen by the instructor, where the recording could not tell: a requirement, by its name in the maneuver's room. */
  z.object({ kind: z.literal('seen'), ...interval, requirement: z.string().max(40), held: z.boolean() }),
  /** How the flaps stood where no column says it, for an attempt or, as `lesson`, for the flight. */
  z.object({ kind: z.literal('configured'), ...interval, configuration: z.enum(CONFIGURATIONS) }),
  /** How rough the air was, as the instructor felt it: it goes before what is worked out. */
  z.object({ kind: z.literal('air'), ...interval, level: z.enum(AIR_LEVELS) }),
]);
export type Edit = z.infer<typeof editSchema>;
export const EDIT_KINDS = [
  'discard',
  'edges',
  'split',
  'merge',
  'retype',
  'seen',
  'configured',
  'air',
] as const satisfies Edit['kind'][];

/** What was said of a flight without changing which attempts there are. */
export const toldBy = (edits: readonly Edit[]): Told[] =>
  edits.flatMap((edit): Told[] => (changesNone(edit) ? [edit] : []));

type Said = Extract<Edit, { kind: 'seen' | 'configured' | 'air' }>;
const changesNone = (edit: Edit): edit is Said =>
  edit.kind === 'seen' || edit.kind === 'configured' || edit.kind === 'air';

export interface Interval {
  startS: number;
  endS: number;
  maneuver: string;
}

type AttemptEdit = Exclude<Edit, Said>;

/** Shared time over the longer of the two, 0 to 1. */
export function overlapOf(a: Interval, b: Interval): number {
  const shared = Math.min(a.endS, b.endS) - Math.max(a.startS, b.startS);
  const longer = Math.max(a.endS - a.startS, b.endS - b.startS);
  return longer > 0 ? Math.max(0, shared) / longer : 0;
}

/** Below this share of common time an edit or a grade no longer belongs to an attempt. */
const LEAST_OVERLAP = 0.5;

/** The index of the attempt that an interval belongs to, or −1: then what was said of it is an orphan. */
export function matchInterval(attempts: readonly Interval[], wanted: Interval): number {
  let best = -1;
  let most = LEAST_OVERLAP;
  attempts.forEach((attempt, i) => {
    const overlap = attempt.maneuver === wanted.maneuver ? overlapOf(attempt, wanted) : 0;
    if (overlap >= most) {
      best = i;
      most = overlap;
    }
  });
  return best;
}

/** Whether two attempts are the same maneuver to either side: those are never made one. */
export const isOtherWay = (
  a: { maneuver: string; variant: string | null },
  b: { maneuver: string; variant: string | null },
): boolean =>
  a.maneuver === b.maneuver &&
  a.variant !== b.variant &&
  [a.variant, b.variant].every((one) => one === 'left' || one === 'right');

/** What a maneuver would be called over a stretch of the recording: left or right, clean or landing. */
type VariantOf = (maneuver: string, span: Pick<Proposal, 'startS' | 'endS' | 'segment'>) => string;

/**
 * Found attempts with the edits laid over them, one after the other: each finds its attempt among those that the
 * edits before it left. An edit that matches nothing leaves no trace here.
 */
export function applyEdits(
  found: readonly Proposal[],
  edits: readonly Edit[],
  variantOf: VariantOf,
): Proposal[] {
  let attempts = [...found];
  for (const edit of edits) {
    const index = matchInterval(attempts, edit);
    if (index < 0 || changesNone(edit)) continue;
    const made = edited(attempts[index], edit, variantOf);
    const untouched = attempts.filter(
      (other, i) => i !== index && !(edit.kind === 'merge' && liesIn(other, made[0])),
    );
    attempts = [...untouched, ...made].sort((a, b) => a.startS - b.startS);
  }
  return attempts;
}

/** Whether more than half of an attempt lies in another. */
const liesIn = (attempt: Interval, whole: Interval): boolean => {
  const middleS = (attempt.startS + attempt.endS) / 2;
  return middleS > whole.startS && middleS < whole.endS;
};

/** What an edit makes of its attempt. A person says that it is one: it no longer breaks off. */
function edited(attempt: Proposal, edit: AttemptEdit, variantOf: VariantOf): Proposal[] {
  const over = (startS: number, endS: number, maneuver = attempt.maneuver): Proposal => {
    const span = { startS, endS, segment: attempt.segment };
    return { ...span, maneuver, variant: variantOf(maneuver, span), state: 'complete' };
  };
  switch (edit.kind) {
    case 'discard':
      return [];
    case 'edges':
      return [{ ...attempt, startS: edit.newStartS, endS: edit.newEndS }];
    case 'split':
      return edit.atS > attempt.startS && edit.atS < attempt.endS
        ? [over(attempt.startS, edit.atS), over(edit.atS, attempt.endS)]
        : [attempt];
    case 'merge':
      return [over(attempt.startS, Math.max(attempt.endS, edit.withEndS))];
    case 'retype': {
      const retyped = over(attempt.startS, attempt.endS, edit.newManeuver);
      return [{ ...retyped, variant: edit.newVariant ?? retyped.variant }];
    }
  }
}
