/** Energy height, h + V²/2g, over rows of a track. Source: derivable from mgh + ½mV². */
import { G0_FTPS2, KT_TO_FTPS } from '../../units/convert.ts';
import { slopeOf } from '../columns/resample.ts';
import type { Rows } from '../columns/span.ts';
import type { Track } from './track.ts';

/** Height plus what the speed is worth, ft. */
const energyHeightFt = (track: Track, row: number): number =>
  track.altitudeFt.values[row] + (track.tasKt(row) * KT_TO_FTPS) ** 2 / (2 * G0_FTPS2);

/**
 * Rate of change of height and speed together, as a climb, ft/min: the line of least squares, so that no single row
 * decides it.
 * @returns NaN for fewer than two rows with a speed.
 */
export function energyFpm(track: Track, { from, to }: Rows): number {
  const heightFt = Float64Array.from({ length: Math.max(0, to - from) }, (_, k) =>
    energyHeightFt(track, from + k),
  );
  const known = (_: number, k: number) => !Number.isNaN(heightFt[k]);
  const timeS = track.timeS.subarray(from, to).filter(known);
  return timeS.length < 2 ? Number.NaN : slopeOf(timeS, heightFt.filter(known), 0, timeS.length) * 60;
}
