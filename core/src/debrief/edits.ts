/**
 * An instructor's edits: a layer of its own over what was found. Each is tied to a time interval of the recording
 * and finds its attempt again by overlap, so that finding can be repeated at will.
 */
import { z } from 'zod';
import type { Proposal } from '../maneuvers/maneuver.ts';

const interval = { startS: z.number(), endS: z.number(), maneuver: z.string() };

export const editSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('discard'), ...interval }),
  z.object({ kind: z.literal('edges'), ...interval, newStartS: z.number(), newEndS: z.number() }),
]);
export type Edit = z.infer<typeof editSchema>;

export interface Interval {
  startS: number;
  endS: number;
  maneuver: string;
}

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

/** Found attempts with the edits laid over them; edits that match nothing leave no trace here. */
export function applyEdits(found: readonly Proposal[], edits: readonly Edit[]): Proposal[] {
  const result: (Proposal | undefined)[] = [...found];
  for (const edit of edits) {
    const index = matchInterval(found, edit);
    const proposal = result[index];
    if (!proposal) continue;
    result[index] =
      edit.kind === 'discard' ? undefined : { ...proposal, startS: edit.newStartS, endS: edit.newEndS };
  }
  return result.filter((proposal) => proposal !== undefined).sort((a, b) => a.startS - b.startS);
}
