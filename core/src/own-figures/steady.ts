/** Stretches of steady flight: level, wings level, speed and power still. */

import { meanOver, type Rows, rowsBetween } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import { isRough } from '../signals/air.ts';

const WINDOW_S = 15;
const STEP_S = 5;
const MOST_BANK_DEG = 7;
const MOST_CLIMB_FPM = 250;
const MOST_SPEED_SPREAD_KT = 4;
const MOST_RPM_SPREAD = 60;
/** More rise and fall than this within the window is rough air, which feeds and takes energy by itself. */
const MOST_CLIMB_SPREAD_FPM = 350;

const spread = (values: Float64Array, { from, to }: Rows): number => {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = from; i < to; i++) {
    if (Number.isNaN(values[i])) return Number.POSITIVE_INFINITY;
    low = Math.min(low, values[i]);
    high = Math.max(high, values[i]);
  }
  return high - low;
};

/** Windows of fifteen seconds, none overlapping another. */
export function steadyStretches(track: Track, power: Float64Array, counts: (row: number) => boolean): Rows[] {
  const { timeS, bankDeg, airspeedKt, verticalSpeedFpm } = track;
  const found: Rows[] = [];
  for (const segment of track.segments) {
    let startS = timeS[segment.from];
    const endS = timeS[segment.to - 1];
    while (startS + WINDOW_S <= endS) {
      const rows = rowsBetween(timeS, startS, startS + WINDOW_S, segment);
      const level = (i: number) => Math.abs(bankDeg.values[i]) < MOST_BANK_DEG && counts(i);
      let still = rows.to - rows.from >= 6;
      for (let i = rows.from; still && i < rows.to; i++) still = level(i);
      still &&=
        spread(airspeedKt.values, rows) < MOST_SPEED_SPREAD_KT &&
        spread(power, rows) < MOST_RPM_SPREAD &&
        spread(verticalSpeedFpm, rows) < MOST_CLIMB_SPREAD_FPM &&
        Math.abs(meanOver(verticalSpeedFpm, rows)) < MOST_CLIMB_FPM &&
        !isRough(track, rows);
      if (still) found.push(rows);
      startS += still ? WINDOW_S : STEP_S;
    }
  }
  return found;
}
