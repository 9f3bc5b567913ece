/** Energy height, h + V²/2g, over rows of a track. Source: derivable from mgh + ½mV². */
import { G0_FTPS2, KT_TO_FTPS } from '../units/convert.ts';
import type { Rows } from './span.ts';
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
  let [n, sumS, sumFt, sumSS, sumSFt] = [0, 0, 0, 0, 0];
  for (let i = from; i < to; i++) {
    const heightFt = energyHeightFt(track, i);
    if (Number.isNaN(heightFt)) continue;
    const atS = track.timeS[i] - track.timeS[from];
    n++;
    sumS += atS;
    sumFt += heightFt;
    sumSS += atS * atS;
    sumSFt += atS * heightFt;
  }
  const spread = n * sumSS - sumS * sumS;
  return spread > 0 ? ((n * sumSFt - sumS * sumFt) / spread) * 60 : Number.NaN;
}
