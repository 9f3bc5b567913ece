/** Shares and rates of small numbers, with their intervals, and whether two rates differ. */
import { CONFIDENCE, type Interval, Z } from './bootstrap.ts';

/** The interval of a share (E. B. Wilson, Journal of the American Statistical Association 22, 1927): never below 0 or above 1. */
export function shareInterval(times: number, of: number): Interval {
  if (of === 0) return { low: 0, high: 1 };
  const [p, z2] = [times / of, Z * Z];
  const middle = (p + z2 / (2 * of)) / (1 + z2 / of);
  const half = (Z / (1 + z2 / of)) * Math.sqrt((p * (1 - p)) / of + z2 / (4 * of * of));
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

/** The chance of at most `times` where `mean` are expected (Poisson). */
function atMost(times: number, mean: number): number {
  let term = Math.exp(-mean);
  let sum = term;
  for (let k = 1; k <= times; k++) {
    term *= mean / k;
    sum += term;
  }
  return sum;
}

/** Where a falling function comes down to `aim`, by halving. */
function crossing(falls: (x: number) => number, aim: number, most: number): number {
  let [low, high] = [0, most];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (falls(middle) > aim) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The exact interval of a count (F. Garwood, Biometrika 28, 1936); above 400 that of its square root, which is the same to a percent. */
export function countInterval(times: number): Interval {
  const tail = (1 - CONFIDENCE) / 2;
  if (times > 400) {
    const root = Math.sqrt(times + 0.375);
    return { low: (root - Z / 2) ** 2, high: (root + Z / 2) ** 2 };
  }
  const most = times + 10 * Math.sqrt(times + 1) + 10;
  return {
    low: times === 0 ? 0 : crossing((mean) => atMost(times - 1, mean), 1 - tail, most),
    high: crossing((mean) => atMost(times, mean), tail, most),
  };
}

export interface Rate {
  times: number;
  of: number;
  per100: number | null;
  interval: Interval | null;
}

/** How often in a hundred. @param of attempts; of none nothing is said */
export function ratePer100(times: number, of: number): Rate {
  if (of === 0) return { times, of, per100: null, interval: null };
  const { low, high } = countInterval(times);
  const per = 100 / of;
  return { times, of, per100: per * times, interval: { low: per * low, high: per * high } };
}

/** Of so many tries those that went well, in a hundred. */
export function sharePer100(times: number, of: number): Rate {
  if (of === 0) return { times, of, per100: null, interval: null };
  const { low, high } = shareInterval(times, of);
  return { times, of, per100: (100 * times) / of, interval: { low: 100 * low, high: 100 * high } };
}

/**
 * Whether two counts come of one rate: given their sum, the first is binomial with the share of the first's attempts. Exact, two-sided,
 * by adding what is as unlikely or more so.
 */
export function sameRate(
  first: { times: number; of: number },
  second: { times: number; of: number },
): number {
  const n = first.times + second.times;
  const of = first.of + second.of;
  if (n === 0 || first.of === 0 || second.of === 0) return 1;
  const share = first.of / of;
  const logs: number[] = [];
  let choose = 0;
  for (let k = 0; k <= n; k++) {
    if (k > 0) choose += Math.log((n - k + 1) / k);
    logs.push(choose + k * Math.log(share) + (n - k) * Math.log(1 - share));
  }
  const here = logs[first.times] + 1e-9;
  return Math.min(
    1,
    logs.reduce((sum, log) => sum + (log <= here ? Math.exp(log) : 0), 0),
  );
}

/**
 * Which of many differences are told: S. Holm's steps (Scandinavian Journal of Statistics 6, 1979), so that all of them together are
 * wrong once in twenty such tables.
 */
export function toldOf<T extends { p: number }>(all: readonly T[], level = 1 - CONFIDENCE): T[] {
  const sorted = [...all].sort((a, b) => a.p - b.p);
  const stops = sorted.findIndex(({ p }, i) => p > level / (sorted.length - i));
  return stops < 0 ? sorted : sorted.slice(0, stops);
}
