/** A recording as it came: one column a channel, NaN where nothing was measured at that instant. */
import type { Coded } from '../../coded.ts';
import type { ChannelName } from './channels.ts';

export interface RecordingHeader {
  airplane?: string;
  /** ISO 8601 date. */
  date?: string;
  /** Highest ground below the flight, ft. */
  groundFt?: number;
  weightLb?: number;
  note?: string;
}

export interface Recording {
  header: RecordingHeader;
  /** Seconds, rising from row to row: the file's own `time_s`, or seconds since its first `utc`. */
  timeS: Float64Array;
  channels: Partial<Record<ChannelName, Float64Array>>;
  /** One standard error a row, of columns that were worked out before they came here. */
  errors?: Partial<Record<ChannelName, Float64Array>>;
  /** Milliseconds since 1970 of `timeS` = 0, where the file told. */
  epochMs?: number;
  warnings: Coded[];
}

/** Takes away those of some columns in which nothing was measured at all. */
export function dropEmpty(channels: Recording['channels'], names: readonly ChannelName[]): void {
  for (const name of names) if (channels[name]?.every((value) => Number.isNaN(value))) delete channels[name];
}
