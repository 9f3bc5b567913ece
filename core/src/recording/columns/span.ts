/** Looking into columns by time. All functions take times that rise from row to row. */
import { median } from '../../units/numbers.ts';

/** Half-open rows [from, to). */
export interface Rows {
  from: number;
  to: number;
}

/** The first row at or after a time. */
export function firstRowAt(timeS: ArrayLike<number>, atS: number): number {
  let low = 0;
  let high = timeS.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (timeS[middle] < atS) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The rows from `startS` to `endS`, both included, kept inside `within` when given. */
export function rowsBetween(timeS: Float64Array, startS: number, endS: number, within?: Rows): Rows {
  const from = Math.max(firstRowAt(timeS, startS - 1e-9), within?.from ?? 0);
  const to = Math.min(firstRowAt(timeS, endS + 1e-9), within?.to ?? timeS.length);
  return { from, to: Math.max(from, to) };
}

/** The value at a time, linear between the rows either side; NaN outside the recording. */
export function valueAt(timeS: Float64Array, values: Float64Array, atS: number): number {
  const next = firstRowAt(timeS, atS);
  if (next >= timeS.length) return next > 0 && atS - timeS[next - 1] < 1e-6 ? values[next - 1] : Number.NaN;
  if (next === 0 || timeS[next] === atS) return timeS[next] === atS ? values[next] : Number.NaN;
  const fraction = (atS - timeS[next - 1]) / (timeS[next] - timeS[next - 1]);
  return values[next - 1] + fraction * (values[next] - values[next - 1]);
}

/** Mean of the values in rows [from, to) that are numbers; NaN when there are none. */
export function meanOver(values: ArrayLike<number>, { from, to }: Rows): number {
  let sum = 0;
  let n = 0;
  for (let i = from; i < to; i++) {
    if (Number.isNaN(values[i])) continue;
    sum += values[i];
    n++;
  }
  return n === 0 ? Number.NaN : sum / n;
}

/** Median of the values in rows [from, to); NaN when there are none. */
export const medianOver = (values: Float64Array, { from, to }: Rows): number =>
  median(values.subarray(from, Math.max(from, to)));

/** From the least to the most of the values in rows [from, to); NaN where one of them is not known. */
export function spreadOver(values: ArrayLike<number>, { from, to }: Rows): number {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = from; i < to; i++) {
    low = Math.min(low, values[i]);
    high = Math.max(high, values[i]);
  }
  return high - low;
}

/** The row with the largest `measure` in rows [from, to), or −1 when every one is NaN. */
export function rowOfMax({ from, to }: Rows, measure: (row: number) => number): number {
  let best = -1;
  let bestValue = Number.NEGATIVE_INFINITY;
  for (let i = from; i < to; i++) {
    const value = measure(i);
    if (value > bestValue) {
      best = i;
      bestValue = value;
    }
  }
  return best;
}

/** The longest unbroken stretch of rows in [from, to) for which `holds` is true, as times; undefined for none. */
export function longestStretch(
  timeS: Float64Array,
  { from, to }: Rows,
  holds: (row: number) => boolean,
): { startS: number; endS: number } | undefined {
  let best: { startS: number; endS: number } | undefined;
  let begin = -1;
  for (let i = from; i <= to; i++) {
    const on = i < to && holds(i);
    if (on && begin < 0) begin = i;
    if (!on && begin >= 0) {
      const stretch = { startS: timeS[begin], endS: timeS[i - 1] };
      if (!best || stretch.endS - stretch.startS > best.endS - best.startS) best = stretch;
      begin = -1;
    }
  }
  return best;
}

/** The first row in [from, to) of which something is so, or −1. */
export function firstWhere({ from, to }: Rows, isSo: (row: number) => boolean): number {
  for (let i = from; i < to; i++) if (isSo(i)) return i;
  return -1;
}
