/** A long column drawn on few pixels: the least and the greatest of each pixel's rows, so that no peak is lost. */
import { firstRowAt } from '../recording/columns/span.ts';

/**
 * Points of a line for the rows between two times, two a pixel at most, in time order.
 * @param out receives time and value in turn; reused from frame to frame so that panning makes no garbage.
 * @returns how many points were written. A hole in the column is a point with NaN.
 */
export function perPixel(
  timeS: ArrayLike<number>,
  values: ArrayLike<number>,
  span: { fromS: number; toS: number },
  pixels: number,
  out: Float64Array,
): number {
  const perS = pixels / (span.toS - span.fromS);
  let points = 0;
  const put = (row: number) => {
    out[2 * points] = timeS[row];
    out[2 * points + 1] = values[row];
    points++;
  };
  const first = firstRowAt(timeS, span.fromS);
  let row = first;
  let holed = false;
  let pixel = -1;
  while (row < timeS.length && timeS[row] <= span.toS) {
    // One further at least, and the last one holds its right edge: whatever the rounding, no pixel is drawn twice.
    pixel = Math.min(pixels - 1, Math.max(pixel + 1, Math.floor((timeS[row] - span.fromS) * perS)));
    const endS = pixel === pixels - 1 ? Number.POSITIVE_INFINITY : span.fromS + (pixel + 1) / perS;
    let low = -1;
    let high = -1;
    const from = row;
    do {
      const value = values[row];
      if (!Number.isNaN(value)) {
        if (low < 0 || value < values[low]) low = row;
        if (high < 0 || value > values[high]) high = row;
      }
      row++;
    } while (row < timeS.length && timeS[row] < endS && timeS[row] <= span.toS);
    if (low < 0) {
      if (!holed && points > 0) put(from);
      holed = true;
      continue;
    }
    holed = false;
    put(Math.min(low, high));
    if (low !== high) put(Math.max(low, high));
  }
  return points;
}

/** A long column with fewer rows: of every so many the least and the greatest, in time order. */
interface Thinned {
  timeS: Float64Array;
  values: Float32Array;
  rows: number;
}

/**
 * Worked out once, so that a pan looks at a fifth of the rows: no peak is lost, and a hole stays one.
 * @param every rows that two are kept of; at least four.
 */
export function thinned(timeS: ArrayLike<number>, values: ArrayLike<number>, every: number): Thinned {
  const most = 2 * Math.ceil(timeS.length / every);
  const out: Thinned = { timeS: new Float64Array(most), values: new Float32Array(most), rows: 0 };
  const put = (row: number) => {
    out.timeS[out.rows] = timeS[row];
    out.values[out.rows] = values[row];
    out.rows++;
  };
  for (let from = 0; from < timeS.length; from += every) {
    const to = Math.min(timeS.length, from + every);
    let [low, high] = [-1, -1];
    for (let row = from; row < to; row++) {
      const value = values[row];
      if (Number.isNaN(value)) continue;
      if (low < 0 || value < values[low]) low = row;
      if (high < 0 || value > values[high]) high = row;
    }
    if (low < 0) put(from);
    else {
      put(Math.min(low, high));
      if (low !== high) put(Math.max(low, high));
    }
  }
  return { timeS: out.timeS.subarray(0, out.rows), values: out.values.subarray(0, out.rows), rows: out.rows };
}
