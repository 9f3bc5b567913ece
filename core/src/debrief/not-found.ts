/** What was briefed and is not among the attempts; of what nobody briefed, the nearest stands beside it. */
import type { BriefTargets } from '../card/targets.ts';
import type { AttemptScore, Score } from './score.ts';

/** Families of which one is easily taken for another. */
const ALIKE = [
  ['power-off-stall', 'power-on-stall', 'stall-series', 'slow-flight', 'stall-demonstration'],
  ['steep-turn', 'level-turn', 'standard-rate-turn', 'climbing-turn', 'descending-turn', 'clearing-turns'],
  ['gliding-turn', 'slipping-descent-turn', 'descending-turn'],
  ['climb', 'descent', 'best-glide', 'straight-and-level', 'configuration-change'],
];
const isAlike = (one: string, other: string): boolean =>
  ALIKE.some((family) => family.includes(one) && family.includes(other));

export function notFound(
  briefs: readonly BriefTargets[],
  attempts: readonly AttemptScore[],
): NonNullable<Score['notFound']> {
  const asked = new Set(briefs.map(({ maneuver }) => maneuver));
  const unasked = attempts.filter(({ maneuver }) => !asked.has(maneuver));
  const missing = [...asked].filter((maneuver) => attempts.every((one) => one.maneuver !== maneuver));
  return missing.map((maneuver) => {
    const nearest = unasked.find((one) => isAlike(one.maneuver, maneuver));
    const variants = briefs.filter((one) => one.maneuver === maneuver).map(({ variant }) => variant);
    return {
      maneuver,
      variant: variants.length === 1 ? (variants[0] ?? null) : null,
      card: briefs.findIndex((one) => one.maneuver === maneuver),
      ...(nearest && { nearest: { maneuver: nearest.maneuver, startS: nearest.startS } }),
    };
  });
}
