/** What is said of an attempt, held to the moments that it rests on. */
import { evidenceIn } from '../../debrief/evidence-in.ts';
import { reasonOf } from '../../debrief/reason.ts';
import type { AttemptScore } from '../../debrief/score.ts';

/** A reason may lie before the attempt, a consequence after it: so far, s. */
const BEFORE_S = 15;
const AFTER_S = 16;

/** Every figure leads to a moment of the attempt, and each sentence stays whole. */
export function expectEvidence(attempt: AttemptScore): void {
  const { chain, startS, endS } = attempt;
  const wentFirst = attempt.wentFirst ?? '';
  for (const sentence of [wentFirst, reasonOf(attempt, 'examiner'), reasonOf(attempt, 'strict')]) {
    const pieces = evidenceIn(sentence, attempt);
    expect(pieces.map(({ text }) => text).join('')).toBe(sentence);
    for (const { atS } of pieces) {
      if (atS === undefined) continue;
      expect(atS).toBeGreaterThanOrEqual(startS - BEFORE_S);
      expect(atS).toBeLessThanOrEqual(endS + AFTER_S);
    }
  }
  // The first link of the chain is where the sentence on top begins.
  const [first] = chain;
  const linked = evidenceIn(wentFirst, attempt).filter(({ atS }) => atS !== undefined);
  if (first && wentFirst.includes(first.says))
    expect(linked.some(({ atS }) => atS === first.peakS)).toBe(true);
}
