/**
 * Smoothing by a centred median one second wide, so that one bad sample is no excursion. Works on a channel's
 * own samples, so that a channel recorded more slowly than the rows is not widened.
 */
import { shortestTurnDeg } from '../units/angles.ts';

const HALF_WIDTH_S = 0.5;
/** Below 2 Hz a second holds too few samples for a median; the small slack allows for uneven clocks. */
const SLOWEST_MEDIAN_STEP_S = 0.52;

/** The typical step of a rising series of times, s: the median of its differences (sampled, for long series). */
export function typicalStepS(timeS: Float64Array): number {
  if (timeS.length < 2) return Number.POSITIVE_INFINITY;
  const stride = Math.max(1, Math.floor(timeS.length / 2000));
  const steps: number[] = [];
  for (let i = 1; i < timeS.length; i += stride) steps.push(timeS[i] - timeS[i - 1]);
  steps.sort((a, b) => a - b);
  return steps[steps.length >> 1];
}

/** The median of window[0..n), which it sorts: an insertion sort beats the general one on a dozen values. */
function medianInPlace(window: Float64Array, n: number): number {
  for (let i = 1; i < n; i++) {
    const value = window[i];
    let j = i - 1;
    while (j >= 0 && window[j] > value) {
      window[j + 1] = window[j];
      j--;
    }
    window[j + 1] = value;
  }
  const middle = n >> 1;
  return n % 2 === 1 ? window[middle] : (window[middle - 1] + window[middle]) / 2;
}

/** Calls `visit(i, from, to)` for each sample with the half-open range of samples within half a second. */
function eachWindow(timeS: Float64Array, visit: (i: number, from: number, to: number) => void): void {
  const tolerance = 1e-6;
  let from = 0;
  let to = 0;
  for (let i = 0; i < timeS.length; i++) {
    while (timeS[from] < timeS[i] - HALF_WIDTH_S - tolerance) from++;
    while (to < timeS.length && timeS[to] <= timeS[i] + HALF_WIDTH_S + tolerance) to++;
    visit(i, from, to);
  }
}

/** Smoothed copy of a channel's samples; the samples themselves when they come more slowly than 2 Hz. */
export function smoothMedian(timeS: Float64Array, values: Float64Array): Float64Array {
  if (typicalStepS(timeS) > SLOWEST_MEDIAN_STEP_S) return values;
  const smoothed = new Float64Array(values.length);
  const window = new Float64Array(256);
  eachWindow(timeS, (i, from, to) => {
    const n = Math.min(window.length, to - from);
    for (let k = 0; k < n; k++) window[k] = values[from + k];
    smoothed[i] = medianInPlace(window, n);
  });
  return smoothed;
}

/**
 * A heading made continuous (no jump at north) and smoothed like the rest. Each value is placed by the median of
 * the turns from the last good one, so that a single bad sample cannot add or lose a whole circle.
 */
export function unwrapHeading(timeS: Float64Array, headingDeg: Float64Array): Float64Array {
  const unwrapped = new Float64Array(headingDeg.length);
  if (headingDeg.length === 0) return unwrapped;
  const smooth = typicalStepS(timeS) <= SLOWEST_MEDIAN_STEP_S;
  const window = new Float64Array(256);
  let last = headingDeg[0];
  eachWindow(timeS, (i, from, to) => {
    if (smooth) {
      const n = Math.min(window.length, to - from);
      for (let k = 0; k < n; k++) window[k] = shortestTurnDeg(last, headingDeg[from + k]);
      last += medianInPlace(window, n);
    } else {
      last += shortestTurnDeg(last, headingDeg[i]);
    }
    unwrapped[i] = last;
  });
  return unwrapped;
}
