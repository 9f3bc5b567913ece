/**
 * What signals read: the columns of a flight, whole or as far as it has come. One formula each, so that Debrief and the coach ask
 * the same of a row; what needs later rows is not asked here.
 */
import type { ChannelName } from '../recording/columns/channels.ts';
import { slopeOf } from '../recording/columns/resample.ts';

export interface Values {
  values: Float64Array;
}

/** A track is one; so are the rows of a flight under way, half a second after they came. */
export interface Columns {
  timeS: Float64Array;
  /** Typical step between rows, s. */
  stepS: number;
  altitudeFt: Values;
  airspeedKt: Values;
  /** Continuous: a full turn right adds 360. */
  headingDeg: Values;
  bankDeg: Values;
  /** Any other recorded channel, smoothed; undefined where it was not recorded. */
  other(name: ChannelName): Values | undefined;
  /** The same as it was recorded, for what a median of a second would hide. */
  raw(name: ChannelName): Float64Array | undefined;
}

/** The first of the rows from `from` to `row` that is no older than so many seconds. */
export function rowBefore(
  { timeS }: Pick<Columns, 'timeS'>,
  row: number,
  seconds: number,
  from: number,
): number {
  let first = row;
  while (first > from && timeS[first - 1] >= timeS[row] - seconds - 1e-9) first--;
  return first;
}

/** Slope a second of the line through the last seconds, looking no further back than row `from`. */
export const slopeBack = (
  columns: Pick<Columns, 'timeS'>,
  values: Float64Array,
  row: number,
  overS: number,
  from: number,
): number => slopeOf(columns.timeS, values, rowBefore(columns, row, overS, from), row + 1);
