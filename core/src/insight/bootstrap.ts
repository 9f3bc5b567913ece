/** What a figure would have been with other cases of the same kind: the cases drawn again, with replacement, many times. */
import { quantileSorted } from 'simple-statistics';
import { seededRandom } from '../flight/random.ts';
import { normalQuantile } from '../path/standing/normal.ts';

export interface Interval {
  low: number;
  high: number;
}

const DRAWS = 600;
/** Of 100 such intervals so many hold the figure that they are of. */
export const CONFIDENCE = 0.95;
/** The same for what is as good as normal: so many standard errors to either side. */
export const Z = normalQuantile(1 - (1 - CONFIDENCE) / 2);
/** Below this share of draws that say anything, none is said. */
const MOST_SAY = 0.9;

/**
 * The figure in each of many samples drawn from the cases (B. Efron and R. J. Tibshirani, An Introduction to the Bootstrap, 1993).
 * The same cases give the same draws.
 * @param figure null where a sample says nothing
 */
export function bootstrapDraws<T>(
  cases: readonly T[],
  figure: (sample: readonly T[]) => number | null,
  { draws = DRAWS, seed = 1 } = {},
): number[] {
  const random = seededRandom(seed);
  const sample: T[] = [...cases];
  const found: number[] = [];
  for (let draw = 0; draw < draws; draw++) {
    for (let i = 0; i < cases.length; i++) sample[i] = cases[Math.floor(random.uniform() * cases.length)];
    const value = figure(sample);
    if (value !== null) found.push(value);
  }
  return found;
}

/** The percentile interval. @returns null where too many samples say nothing */
export const bootstrapInterval = <T>(
  cases: readonly T[],
  figure: (sample: readonly T[]) => number | null,
): Interval | null => percentiles(bootstrapDraws(cases, figure), DRAWS);

/** @param found what the draws said. @returns null where too few of all `draws` said anything */
export function percentiles(found: readonly number[], draws: number): Interval | null {
  if (found.length < MOST_SAY * draws) return null;
  const sorted = [...found].sort((a, b) => a - b);
  const tail = (1 - CONFIDENCE) / 2;
  return { low: quantileSorted(sorted, tail), high: quantileSorted(sorted, 1 - tail) };
}
