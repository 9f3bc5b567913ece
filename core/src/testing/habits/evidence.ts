/** What is said of an attempt, held to the moments that it rests on. */
import type { AttemptScore } from '../../debrief/score.ts';
import { KNOTS } from '../../words/figures.ts';
import { reasonSaid, wentFirst } from '../../words/reason.ts';

/** A reason may lie before the attempt, a consequence after it: so far, s. */
const BEFORE_S = 15;
const AFTER_S = 16;

/** Every figure that leads to a moment leads to one of the attempt. */
export function expectEvidence(attempt: AttemptScore): void {
  const { chain, startS, endS } = attempt;
  const first = wentFirst(attempt, KNOTS);
  for (const said of [
    first?.rest ?? [],
    reasonSaid(attempt, 'examiner', KNOTS),
    reasonSaid(attempt, 'strict', KNOTS),
  ]) {
    for (const { text, atS } of said) {
      expect(text).not.toMatch(/NaN|undefined|Infinity/);
      if (atS === undefined) continue;
      expect(atS).toBeGreaterThanOrEqual(startS - BEFORE_S);
      expect(atS).toBeLessThanOrEqual(endS + AFTER_S);
    }
  }
  // Where the chain is told, its first link is where the sentence on top begins.
  const told = first?.rest.some(({ atS }) => chain.some(({ peakS }) => peakS === atS));
  if (told && attempt.requirements.every(({ must, held }) => !(must && held === false)))
    expect(first?.rest.some(({ atS }) => atS === chain[0].peakS)).toBe(true);
}
