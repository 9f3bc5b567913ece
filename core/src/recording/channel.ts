/** One quantity on the recording's rows, smoothed, with where it came from and how well it is known. */

import { median } from '../units/numbers.ts';
import { type ChannelName, channelInfo } from './channels.ts';
import { ontoRows, ownSamples } from './resample.ts';
import { smoothMedian, typicalStepS, unwrapHeading } from './smooth.ts';

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

/** Noise, as one standard deviation, from the median distance of the samples from their smoothed selves. */
function noiseOf(raw: Float64Array, smoothed: Float64Array, circular: boolean): number {
  if (raw === smoothed || raw.length < 8) return 0;
  const stride = Math.max(1, Math.floor(raw.length / 1000));
  const distances = new Float64Array(Math.ceil(raw.length / stride));
  for (let k = 0; k < distances.length; k++) {
    const difference = raw[k * stride] - smoothed[k * stride];
    // A circular channel's smoothed values run on past 360.
    distances[k] = Math.abs(circular ? difference - 360 * Math.round(difference / 360) : difference);
  }
  return 1.4826 * median(distances);
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
  const noise = noiseOf(samples.values, smoothed, info.circular === true);
  const samplesInMedian = Math.max(1, 1 / typicalStepS(samples.timeS));
  return {
    values: ontoRows(rowsS, { timeS: samples.timeS, values: smoothed }, maxGapS),
    source: 'measured',
    // The median of n samples scatters about 1.25/√n as much as one sample does.
    standardError: Math.hypot(info.resolution / 2, (1.25 * noise) / Math.sqrt(samplesInMedian)),
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
