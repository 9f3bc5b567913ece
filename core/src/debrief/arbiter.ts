/** Which one is it: where proposals overlap, the maneuver of the smaller precedence wins. */
import type { Proposal } from '../kits/attempt/attempt.ts';

/** @returns what is kept, in time order; nothing of it overlaps. */
export function arbitrate(
  proposals: readonly Proposal[],
  precedenceOf: (maneuver: string) => number,
): Proposal[] {
  const kept: Proposal[] = [];
  const ranked = [...proposals].sort(
    (a, b) => precedenceOf(a.maneuver) - precedenceOf(b.maneuver) || a.startS - b.startS,
  );
  for (const proposal of ranked) {
    const overlaps = kept.some((other) => proposal.startS < other.endS && other.startS < proposal.endS);
    if (!overlaps) kept.push(proposal);
  }
  return kept.sort((a, b) => a.startS - b.startS);
}
