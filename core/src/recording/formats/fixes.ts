/** Position fixes, as logs give them one by one, made into the columns of a recording. */

import type { Coded } from '../../coded.ts';
import { InputError } from '../../errors.ts';
import { FT_TO_M } from '../../units/convert.ts';
import { dayIn, UTC } from '../../units/days.ts';
import type { ChannelName } from '../columns/channels.ts';
import type { Recording, RecordingHeader } from '../columns/recording.ts';
import { warning } from '../warnings.ts';

export interface Fix {
  epochMs: number;
  latDeg: number;
  lonDeg: number;
  /** Metres above sea level, by satellite and by pressure; NaN where there is none. */
  gpsAltM: number;
  pressureAltM: number;
}

/** Fewer cannot be a flight. */
const LEAST_FIXES = 2;

/**
 * @param header what is known besides; `'no date'` where the fixes' times are of no known day.
 * @throws InputError where there are too few fixes.
 */
export function recordingOfFixes(
  fixes: readonly Fix[],
  what: string,
  header: RecordingHeader | 'no date' = {},
): Recording {
  const warnings: Coded[] = [];
  // A log may repeat a second or step back at its seams: the first word counts.
  const rising: Fix[] = [];
  for (const fix of fixes) {
    const last = rising.at(-1);
    if (!last || fix.epochMs > last.epochMs) rising.push(fix);
  }
  if (rising.length < LEAST_FIXES)
    throw new InputError('fixes/few', { what, count: rising.length, least: LEAST_FIXES });
  const dropped = fixes.length - rising.length;
  if (dropped > 0) warnings.push(warning('positions-out-of-order', { count: dropped }));
  const epochMs = rising[0].epochMs;
  const column = (value: (fix: Fix) => number) => Float64Array.from(rising, value);
  const channels: Recording['channels'] = {
    lat_deg: column(({ latDeg }) => latDeg),
    lon_deg: column(({ lonDeg }) => lonDeg),
  };
  const altitude = (name: ChannelName, value: (fix: Fix) => number) => {
    const feet = column((fix) => value(fix) / FT_TO_M);
    if (feet.some((ft) => !Number.isNaN(ft))) channels[name] = feet;
  };
  altitude('gps_alt_ft', ({ gpsAltM }) => gpsAltM);
  altitude('alt_ft', ({ pressureAltM }) => pressureAltM);
  if (header === 'no date') warnings.push(warning('no-date'));
  return {
    ...(header === 'no date'
      ? { header: {} }
      : { header: { date: dayIn(epochMs, UTC), ...header }, epochMs }),
    timeS: column((fix) => (fix.epochMs - epochMs) / 1000),
    channels,
    warnings,
  };
}
