/** How far two who judged the same things agree beyond what chance would give: Cohen's weighted kappa, with its interval. */
import { bootstrapInterval, type Interval } from './bootstrap.ts';

/** What each of the two said of one thing: places on one scale, from 0. */
export type Pair = readonly [number, number];

/** Disagreements of two steps weigh twice as much as those of one. */
export const linear = (a: number, b: number): number => Math.abs(a - b);

/**
 * κ_w = 1 − Σ v·p_observed / Σ v·p_expected (J. Cohen, "Weighted kappa", Psychological Bulletin 70, 1968): 1 is agreement in
 * everything, 0 what two would reach who do not look.
 * @param weight how much a disagreement weighs: 0 for none
 * @returns null where both said the same one thing throughout: then chance alone would agree as well
 */
export function weightedKappa(
  pairs: readonly Pair[],
  weight: (a: number, b: number) => number = linear,
): number | null {
  const [first, second] = [count(pairs.map(([a]) => a)), count(pairs.map(([, b]) => b))];
  let observed = 0;
  for (const [a, b] of pairs) observed += weight(a, b);
  let expected = 0;
  for (const [a, times] of first) for (const [b, often] of second) expected += weight(a, b) * times * often;
  return expected === 0 ? null : 1 - (observed * pairs.length) / expected;
}

function count(values: readonly number[]): Map<number, number> {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return counts;
}

export interface Agreement {
  /** Things that both judged. */
  pairs: number;
  /** Of them those of which both said the same. */
  same: number;
  /** Null where there are too few, or nothing to tell apart. */
  kappa: number | null;
  interval: Interval | null;
}

/** With fewer a kappa's interval is as wide as its scale. */
export const LEAST_PAIRS = 15;

/** @param weight as for `weightedKappa` */
export function agreementOf(pairs: readonly Pair[], weight = linear): Agreement {
  const same = pairs.filter(([a, b]) => a === b).length;
  const enough = pairs.length >= LEAST_PAIRS;
  const kappa = enough ? weightedKappa(pairs, weight) : null;
  return {
    pairs: pairs.length,
    same,
    kappa,
    interval: kappa === null ? null : bootstrapInterval(pairs, (drawn) => weightedKappa(drawn, weight)),
  };
}
