/** Putting a channel's own samples onto the recording's rows, and slopes along them. */

/** The rows that have a value: their times and values, without the empty ones. */
export function ownSamples(
  timeS: Float64Array,
  column: Float64Array,
): { timeS: Float64Array; values: Float64Array } {
  let n = 0;
  for (let i = 0; i < column.length; i++) if (!Number.isNaN(column[i])) n++;
  if (n === column.length) return { timeS, values: column };
  const times = new Float64Array(n);
  const values = new Float64Array(n);
  for (let i = 0, k = 0; i < column.length; i++) {
    if (Number.isNaN(column[i])) continue;
    times[k] = timeS[i];
    values[k++] = column[i];
  }
  return { timeS: times, values };
}

/**
 * Linear interpolation of samples onto rows. Between samples further apart than `maxGapS`, and beyond the first
 * and last, a row stays NaN: nothing was measured there.
 */
export function ontoRows(
  rowsS: Float64Array,
  samples: { timeS: Float64Array; values: Float64Array },
  maxGapS: number,
): Float64Array {
  const { timeS, values } = samples;
  if (timeS === rowsS) return values;
  const out = new Float64Array(rowsS.length).fill(Number.NaN);
  let next = 0;
  for (let i = 0; i < rowsS.length; i++) {
    const t = rowsS[i];
    while (next < timeS.length && timeS[next] < t) next++;
    if (next < timeS.length && timeS[next] === t) out[i] = values[next];
    else if (next > 0 && next < timeS.length && timeS[next] - timeS[next - 1] <= maxGapS) {
      const fraction = (t - timeS[next - 1]) / (timeS[next] - timeS[next - 1]);
      out[i] = values[next - 1] + fraction * (values[next] - values[next - 1]);
    }
  }
  return out;
}

/**
 * Slope per second by a least-squares line over `halfWidthS` either side (at least one sample each side), looking no
 * further than rows [from, to).
 * @returns one slope a row of the range: the first is that of row `from`.
 */
export function localSlope(
  timeS: Float64Array,
  values: Float64Array,
  { from, to }: { from: number; to: number },
  halfWidthS: number,
): Float64Array {
  const slopes = new Float64Array(to - from);
  let first = from;
  let last = from;
  for (let i = from; i < to; i++) {
    while (timeS[first] < timeS[i] - halfWidthS - 1e-6) first++;
    while (last < to && timeS[last] <= timeS[i] + halfWidthS + 1e-6) last++;
    const begin = Math.max(from, Math.min(first, i - 1));
    const end = Math.min(to, Math.max(last, i + 2));
    slopes[i - from] = slopeOf(timeS, values, begin, end);
  }
  return slopes;
}

/** Slope per second of the least-squares line through rows [begin, end); 0 for fewer than two. */
export function slopeOf(timeS: Float64Array, values: Float64Array, begin: number, end: number): number {
  const n = end - begin;
  if (n < 2) return 0;
  const t0 = timeS[begin];
  let sumT = 0;
  let sumV = 0;
  let sumTT = 0;
  let sumTV = 0;
  const v0 = values[begin];
  for (let i = begin; i < end; i++) {
    const t = timeS[i] - t0;
    const v = values[i] - v0;
    sumT += t;
    sumV += v;
    sumTT += t * t;
    sumTV += t * v;
  }
  const spread = sumTT - (sumT * sumT) / n;
  return spread > 0 ? (sumTV - (sumT * sumV) / n) / spread : 0;
}
