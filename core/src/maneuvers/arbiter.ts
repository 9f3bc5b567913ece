/** Which one is it: where proposals overlap, the maneuver that stands earlier in the registry wins. */
import type { Proposal } from './maneuver.ts';

export function arbitrate(proposals: readonly Proposal[], order: readonly string[]): Proposal[] {
  const rank = (proposal: Proposal) => order.indexOf(proposal.maneuver);
  const kept: Proposal[] = [];
  for (const proposal of [...proposals].sort((a, b) => rank(a) - rank(b) || a.startS - b.startS)) {
    const overlaps = kept.some((other) => proposal.startS < other.endS && other.startS < proposal.endS);
    if (!overlaps) kept.push(proposal);
  }
  return kept.sort((a, b) => a.startS - b.startS);
}
