/**
 * The verdict on an attempt that has just ended: the batch core over the flight so far, so that it says what Debrief will
 * say; in the few words that there is time for between two attempts.
 */
import { z } from 'zod';
import type { AttemptScore } from '../debrief/score.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Judge } from '../scoring/schema.ts';
import type { Units } from './figures.ts';
import { PARAMETER_NAMES } from './names.ts';
import { reasonSaid } from './reason.ts';
import { type Said, textOf } from './say.ts';
import { causeSaid } from './score/causes.ts';
import { linkSaid } from './score/chain.ts';
import { findingSaid } from './score/findings.ts';

const liveVerdictSchema = z.object({
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

export function verdictOf(attempt: AttemptScore, judge: Judge, units: Units): LiveVerdict {
  const measured = attempt.parameters.flatMap((one) =>
    one.measured === 'not-measured' || !one.required ? [] : [one],
  );
  const worst = measured.sort((a, b) => b.toleranceUsed - a.toleranceUsed).slice(0, MOST_FIGURES);
  const [worstFinding] = [...attempt.findings].sort((a, b) => rank(b.severity) - rank(a.severity));
  const finding = worstFinding && findingSaid(worstFinding, units);
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
    reason: textOf(reasonSaid(attempt, judge, units)),
    figures: worst.map(({ parameter, toleranceUsed, maxAbove, maxBelow, unit }) => ({
      name: PARAMETER_NAMES[parameter],
      used: toleranceUsed,
      most: Math.abs(maxBelow) > Math.abs(maxAbove) ? -Math.abs(maxBelow) : Math.abs(maxAbove),
      unit,
    })),
    first: link ? textOf(linkSaid(link, units)) : finding ? textOf(finding.what) : null,
    tryNext: tryNextOf(finding?.tryNext, link?.because && causeSaid(link.because, units)?.tryNext),
  };
}

const tryNextOf = (...all: (Said | undefined)[]): string | null => {
  const first = all.find((one) => one && one.length > 0);
  return first ? textOf(first) : null;
};

const rank = (severity: 'note' | 'fault' | 'critical'): number =>
  ['note', 'fault', 'critical'].indexOf(severity);
