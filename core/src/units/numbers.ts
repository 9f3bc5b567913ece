/** `value` rounded to `digits` decimals, without a negative zero. */
export function roundTo(value: number, digits: number): number {
  const scale = 10 ** digits;
  return Math.round(value * scale) / scale + 0;
}

/** The middle of the values; NaN for none. Sorts a copy. */
export function median(values: ArrayLike<number>): number {
  // Made by its constructor: `from` goes through an iterator, value by value.
  const sorted = new Float64Array(values).sort();
  return middleOf(sorted);
}

/** The middle of values that stand in order; NaN for none. */
export function middleOf(sorted: ArrayLike<number>): number {
  const n = sorted.length;
  if (n === 0) return Number.NaN;
  const middle = n >> 1;
  return n % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}

export function mean(values: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  return values.length === 0 ? Number.NaN : sum / values.length;
}

/** `value` kept inside [low, high]. */
export const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value));

/** A figure, or null where there is none: NaN and the infinities are holes. */
export const known = (value: number | null | undefined): number | null =>
  value !== null && value !== undefined && Number.isFinite(value) ? value : null;
