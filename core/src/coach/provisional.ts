/**
 * The verdict on an attempt that has just ended: the batch core over the flight so far, so that it says what Debrief will
 * say; in the few words that there is time for between two attempts.
 */
import { z } from 'zod';
import { reasonOf } from '../debrief/reason.ts';
import type { AttemptScore, Score } from '../debrief/score.ts';
import { PARAMETER_NAMES } from '../debrief/words.ts';
import { requireRoom } from '../maneuvers/registry.ts';

export const liveVerdictSchema = z.object({
  maneuver: z.string(),
  variant: z.string().nullable(),
  title: z.string(),
  startS: z.number(),
  endS: z.number(),
  verdict: z.enum(['satisfactory', 'unsatisfactory', 'not-scored']),
  /** Why, in one sentence. */
  reason: z.string(),
  /** Two or three figures that matter: what was used of the band, and the most it was off. */
  figures: z.array(z.object({ name: z.string(), used: z.number(), most: z.number(), unit: z.string() })),
  /** What went first, and one thing to try; null where nothing did. */
  first: z.string().nullable(),
  tryNext: z.string().nullable(),
});
export type LiveVerdict = z.infer<typeof liveVerdictSchema>;

const MOST_FIGURES = 3;

/** The last attempt that lies, for the most part, in a span; null where none does. */
export function attemptOver(score: Score, span: { fromS: number; toS: number }): AttemptScore | null {
  const share = ({ startS, endS }: AttemptScore) =>
    (Math.min(endS, span.toS) - Math.max(startS, span.fromS)) / Math.max(1, endS - startS);
  return score.attempts.findLast((attempt) => share(attempt) > 0.5) ?? null;
}

export function verdictOf(attempt: AttemptScore, judge: Score['judge']): LiveVerdict {
  const measured = attempt.parameters.flatMap((one) =>
    one.measured === 'not-measured' || !one.required ? [] : [one],
  );
  const worst = measured.sort((a, b) => b.toleranceUsed - a.toleranceUsed).slice(0, MOST_FIGURES);
  const [finding] = [...attempt.findings].sort((a, b) => rank(b.severity) - rank(a.severity));
  const [link] = attempt.chain;
  return {
    maneuver: attempt.maneuver,
    variant: attempt.variant,
    title: [requireRoom(attempt.maneuver).one, attempt.variant === 'standard' ? null : attempt.variant]
      .filter(Boolean)
      .join(' '),
    startS: attempt.startS,
    endS: attempt.endS,
    verdict: attempt[judge],
    reason: reasonOf(attempt, judge),
    figures: worst.map(({ parameter, toleranceUsed, maxAbove, maxBelow, unit }) => ({
      name: PARAMETER_NAMES[parameter] ?? parameter,
      used: toleranceUsed,
      most: Math.abs(maxBelow) > Math.abs(maxAbove) ? -Math.abs(maxBelow) : Math.abs(maxAbove),
      unit,
    })),
    first: link?.says ?? finding?.what ?? null,
    tryNext: finding?.tryNext ?? link?.tryNext ?? null,
  };
}

const rank = (severity: 'note' | 'fault' | 'critical'): number =>
  ['note', 'fault', 'critical'].indexOf(severity);
