/**
 * Smoothing by a centred median one second wide, so that one bad sample is no excursion. Works on a channel's
 * own samples, so that a channel recorded more slowly than the rows is not widened.
 */
import { median } from '../../units/numbers.ts';

const HALF_WIDTH_S = 0.5;
/** Below 2 Hz a second holds too few samples for a median; the small slack allows for uneven clocks. */
export const SLOWEST_MEDIAN_STEP_S = 0.52;

/** How many samples a window holds, its middle one included. */
export const samplesInWindow = (stepS: number): number => 2 * Math.floor((HALF_WIDTH_S + 1e-6) / stepS) + 1;

/** The typical step of a rising series of times, s: the median of its differences (sampled, for long series). */
export function typicalStepS(timeS: Float64Array): number {
  if (timeS.length < 2) return Number.POSITIVE_INFINITY;
  const stride = Math.max(1, Math.floor(timeS.length / 500));
  const steps = new Float64Array(Math.ceil((timeS.length - 1) / stride));
  for (let k = 0; k < steps.length; k++) steps[k] = timeS[1 + k * stride] - timeS[k * stride];
  return median(steps);
}

/** A second at the fastest rate that is read holds 51 samples; a faster one is thinned to fit. */
const MOST_IN_WINDOW = 200;

/** A heading moved by whole circles to lie within half a circle of another. */
const nearTo = (headingDeg: number, otherDeg: number): number =>
  headingDeg - 360 * Math.round((headingDeg - otherDeg) / 360);

/**
 * The median of a moving second: its values are kept in order while one goes and one comes. A circular channel's samples are
 * placed near the latest median as they come in, so that a single bad one cannot add or lose a whole circle. One plain loop
 * over plain variables: this is where scoring spends its time.
 */
function slideMedian(timeS: Float64Array, samples: Float64Array, circular: boolean): Float64Array {
  const n = samples.length;
  const reach = HALF_WIDTH_S + 1e-6;
  const smoothed = new Float64Array(n);
  const values = circular ? new Float64Array(n) : samples;
  const sorted = new Float64Array(MOST_IN_WINDOW);
  let [size, begin, end] = [0, 0, 0];
  let latest = samples[0];
  for (let i = 0; i < n; i++) {
    const fromS = timeS[i] - reach;
    const toS = timeS[i] + reach;
    while (end < n && timeS[end] <= toS && end - begin < MOST_IN_WINDOW) {
      const value = circular ? nearTo(samples[end], latest) : samples[end];
      values[end++] = value;
      // The place that is free: behind the last, or that of the one that goes.
      let place = size;
      if (timeS[begin] < fromS) {
        const old = values[begin++];
        if (old === value) continue;
        place = 0;
        while (sorted[place] !== old) place++;
        for (; place < size - 1 && sorted[place + 1] < value; place++) sorted[place] = sorted[place + 1];
      } else size++;
      for (; place > 0 && sorted[place - 1] > value; place--) sorted[place] = sorted[place - 1];
      sorted[place] = value;
    }
    while (timeS[begin] < fromS) {
      const old = values[begin++];
      let place = 0;
      while (sorted[place] !== old) place++;
      size--;
      for (; place < size; place++) sorted[place] = sorted[place + 1];
    }
    const middle = size >> 1;
    latest = size % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
    smoothed[i] = latest;
  }
  return smoothed;
}

function isConstant(values: Float64Array): boolean {
  for (let i = 1; i < values.length; i++) if (values[i] !== values[0]) return false;
  return true;
}

/** Smoothed copy of a channel's samples; the samples themselves when they come more slowly than 2 Hz. */
export function smoothMedian(timeS: Float64Array, values: Float64Array): Float64Array {
  if (typicalStepS(timeS) > SLOWEST_MEDIAN_STEP_S || isConstant(values)) return values;
  return slideMedian(timeS, values, false);
}

/** A heading made continuous (no jump at north) and smoothed like the rest. */
export function unwrapHeading(timeS: Float64Array, headingDeg: Float64Array): Float64Array {
  if (typicalStepS(timeS) <= SLOWEST_MEDIAN_STEP_S) return slideMedian(timeS, headingDeg, true);
  const unwrapped = new Float64Array(headingDeg.length);
  let last = headingDeg[0];
  for (let i = 0; i < headingDeg.length; i++) {
    last = nearTo(headingDeg[i], last);
    unwrapped[i] = last;
  }
  return unwrapped;
}
