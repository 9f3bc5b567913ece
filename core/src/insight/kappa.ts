/** How far two who judged the same things agree beyond what chance would give: Cohen's weighted kappa, with its interval. */
import { seededRandom } from '../flight/random.ts';
import { type Interval, percentiles } from './bootstrap.ts';

/** What the two said, on one scale, and of how many things they said it. */
export interface Cell {
  a: number;
  b: number;
  times: number;
}

/** Disagreements of two steps weigh twice as much as those of one. */
export const linear = (a: number, b: number): number => Math.abs(a - b);

/**
 * κ_w = 1 − Σ v·p_observed / Σ v·p_expected (J. Cohen, "Weighted kappa", Psychological Bulletin 70, 1968): 1 is agreement in
 * everything, 0 what two would reach who do not look.
 * @param weight how much a disagreement weighs: 0 for none
 * @returns null where both said the same one thing throughout: then chance alone would agree as well
 */
export function weightedKappa(
  cells: readonly Cell[],
  weight: (a: number, b: number) => number = linear,
): number | null {
  const first = new Map<number, number>();
  const second = new Map<number, number>();
  let [observed, all] = [0, 0];
  for (const { a, b, times } of cells) {
    first.set(a, (first.get(a) ?? 0) + times);
    second.set(b, (second.get(b) ?? 0) + times);
    observed += weight(a, b) * times;
    all += times;
  }
  let expected = 0;
  for (const [a, times] of first) for (const [b, often] of second) expected += weight(a, b) * times * often;
  return expected === 0 ? null : 1 - (observed * all) / expected;
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
const DRAWS = 600;

const count = (cells: readonly Cell[]): number => cells.reduce((sum, { times }) => sum + times, 0);

/** @param weight as for `weightedKappa` */
export function agreementOf(given: readonly Cell[], weight = linear): Agreement {
  const cells = merged(given);
  const pairs = count(cells);
  const kappa = pairs >= LEAST_PAIRS ? weightedKappa(cells, weight) : null;
  return {
    pairs,
    same: count(cells.filter(({ a, b }) => a === b)),
    kappa,
    interval: kappa === null ? null : percentiles(redrawn(cells, weight), DRAWS),
  };
}

/** Each pair once, with how often it was given. */
function merged(given: readonly Cell[]): Cell[] {
  const cells = new Map<string, Cell>();
  for (const { a, b, times } of given) {
    const key = `${a} ${b}`;
    cells.set(key, { a, b, times: times + (cells.get(key)?.times ?? 0) });
  }
  return [...cells.values()];
}

/**
 * A bootstrap by counts: each cell is drawn anew as a Poisson count of its mean, which takes as long for a hundred thousand things
 * as for a hundred.
 */
function redrawn(cells: readonly Cell[], weight: typeof linear): number[] {
  const random = seededRandom(1);
  const drawn = (mean: number): number => {
    if (mean > 12) return Math.max(0, Math.round(mean + Math.sqrt(mean) * random.gaussian()));
    let [times, product] = [0, random.uniform()];
    for (const end = Math.exp(-mean); product > end; times++) product *= random.uniform();
    return times;
  };
  return Array.from({ length: DRAWS }, () =>
    weightedKappa(
      cells.map((cell) => ({ ...cell, times: drawn(cell.times) })),
      weight,
    ),
  ).filter((kappa) => kappa !== null);
}
