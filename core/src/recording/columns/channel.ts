/** One quantity on the recording's rows, smoothed, with where it came from and how well it is known. */

import { median } from '../../units/numbers.ts';
import { type ChannelName, channelInfo } from './channels.ts';
import { ontoRows, ownSamples } from './resample.ts';
import {
  SLOWEST_MEDIAN_STEP_S,
  samplesInWindow,
  smoothMedian,
  typicalStepS,
  unwrapHeading,
} from './smooth.ts';

export type Source = 'measured' | 'derived';

export interface Channel {
  /** A value a row; NaN where it is neither measured nor derived. */
  values: Float64Array;
  source: Source;
  /** What a derived channel was worked out from. */
  from?: string;
  /** One standard error: for the whole channel, or a row at a time. */
  standardError: number | Float64Array;
  /** Rows taken from a derived channel because the recorded one has a hole there. */
  fallback?: { rows: Uint8Array; channel: Channel };
}

/** A quantity that is neither recorded nor derivable. */
export const absentChannel = (rows: number): Channel => ({
  values: new Float64Array(rows).fill(Number.NaN),
  source: 'derived',
  standardError: Number.NaN,
});

/**
 * From the median of absolute values to a standard deviation, for values that scatter normally about zero.
 * @param zeroShare how many of them are zero whatever the scatter, and tell nothing of it
 */
const deviationFrom = (distances: Float64Array, zeroShare = 0): number =>
  1.4826 * median(new Float64Array(distances).sort().subarray(Math.round(zeroShare * distances.length)));

/** A sampling of at most about a thousand indices from `first` to before `end`. */
function sampled(first: number, end: number, valueAt: (i: number) => number): Float64Array {
  const stride = Math.max(1, Math.floor((end - first) / 1000));
  const distances = new Float64Array(Math.max(0, Math.ceil((end - first) / stride)));
  for (let k = 0; k < distances.length; k++) distances[k] = Math.abs(valueAt(first + k * stride));
  return distances;
}

/** Standard error of a sample after smoothing, from the samples' own scatter; 0 when there are too few to tell. */
function scatterOf(raw: Float64Array, smoothed: Float64Array, stepS: number, circular: boolean): number {
  if (raw.length < 8) return 0;
  const turn = (degrees: number) => (circular ? degrees - 360 * Math.round(degrees / 360) : degrees);
  if (stepS <= SLOWEST_MEDIAN_STEP_S) {
    // Of n samples one is the median itself, and lies at no distance from it.
    const n = samplesInWindow(stepS);
    const noise = deviationFrom(
      sampled(0, raw.length, (i) => turn(raw[i] - smoothed[i])),
      1 / n,
    );
    // The median of n samples scatters about 1.25/√n as much as one sample does.
    return (1.25 * noise) / Math.sqrt(n);
  }
  // Too slow to smooth: what is left of three neighbours when level and slope are taken out.
  const bend = (i: number) => turn(raw[i - 1] - raw[i]) + turn(raw[i + 1] - raw[i]);
  return deviationFrom(sampled(1, raw.length - 1, bend)) / Math.sqrt(6);
}

/** A measured channel: its own samples smoothed, then put onto the rows. */
export function measuredChannel(
  name: ChannelName,
  rowsS: Float64Array,
  column: Float64Array,
  maxGapS: number,
): Channel {
  const info = channelInfo(name);
  const samples = ownSamples(rowsS, column);
  const smooth = info.circular ? unwrapHeading : smoothMedian;
  const smoothed = smooth(samples.timeS, samples.values);
  const stepS = typicalStepS(samples.timeS);
  return {
    values: ontoRows(rowsS, { timeS: samples.timeS, values: smoothed }, maxGapS),
    source: 'measured',
    standardError: Math.hypot(
      info.resolution / 2,
      scatterOf(samples.values, smoothed, stepS, info.circular === true),
    ),
  };
}

/** How a channel was had over some rows. */
export interface Provenance {
  measured: 'measured' | 'derived' | 'not-measured';
  from?: string;
  standardError: number;
}

/** The share of a span's rows that may be missing, or derived, before the whole span counts as such. */
const TOLERATED_SHARE = 0.1;

/** How the channel was had over rows [from, to): measured, derived from what, or not at all. */
export function provenanceOver(channel: Channel, from: number, to: number): Provenance {
  let missing = 0;
  let derived = 0;
  for (let i = from; i < to; i++) {
    if (Number.isNaN(channel.values[i])) missing++;
    else if (channel.fallback?.rows[i]) derived++;
  }
  const rows = to - from;
  if (rows === 0 || missing > TOLERATED_SHARE * rows)
    return { measured: 'not-measured', standardError: Number.NaN };
  const source = derived > TOLERATED_SHARE * rows && channel.fallback ? channel.fallback.channel : channel;
  return { measured: source.source, from: source.from, standardError: standardErrorOver(source, from, to) };
}

/** The standard error of a channel over rows [from, to): root mean square where it differs from row to row. */
function standardErrorOver(channel: Channel, from: number, to: number): number {
  const { standardError } = channel;
  if (typeof standardError === 'number') return standardError;
  let sum = 0;
  let n = 0;
  for (let i = from; i < to; i++) {
    if (Number.isNaN(standardError[i])) continue;
    sum += standardError[i] * standardError[i];
    n++;
  }
  return n === 0 ? Number.NaN : Math.sqrt(sum / n);
}
