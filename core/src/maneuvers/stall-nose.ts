/** Nose and wing about a stall: how the nose rose, when it fell away, and since when the airplane fell under it. */
import { localSlope } from '../recording/resample.ts';
import { firstWhere, type Rows, rowOfMax, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';

export interface NoseFall {
  fellDeg: number;
  beganS: number;
}

/** Toward a stall the nose rises; in slow flight it stays. */
const ROSE_DEG = 4;
const RISING_DEG_PER_S = 0.45;
const SLOWING_KT_PER_S = 0.4;
const HELD_UP_DEG = 4;
/** A moment of hesitation on the way up, and as long as a gust's push may hold the speed with the nose up. */
const LONGEST_PAUSE_S = 3;
const LONGEST_HELD_S = 6;
const FALL_SLOPE_S = 0.4;
const STEEP_FALL_SHARE = 0.6;
/** A stalled wing held back lowers the nose no faster; the hand that lets go does. */
const STEEP_FALL_DEG_PER_S = -4;
const SLOW_FALL_SHARE = 0.5;
/** A stalled wing may be held so long, and the airplane then falls so much faster than before. */
const MUSH_S = 12;
const MUSH_FPM = -600;
const BEGINS_FPM = 400;
/** A wing rolls off so fast, and so shortly before the nose goes; gusts roll slower. */
const ROLL_OFF_DEG_PER_S = 12;
const ROLL_OFF_S = 2.5;

/** Whether the nose had come up in the seconds before. */
export function rose(track: Track, pitch: Float64Array, atS: number): boolean {
  const rows = rowsBetween(track.timeS, atS - 12, atS);
  const low = rowOfMax(rows, (i) => -pitch[i]);
  return low >= 0 && pitch[rows.to - 1] - pitch[low] > ROSE_DEG;
}

/** Most that the nose fell within four seconds about the slowest moment, and when it first began to fall firmly. */
export function noseFall(track: Track, pitch: Float64Array, atS: number): NoseFall | undefined {
  const { timeS } = track;
  const rows = rowsBetween(timeS, atS - 6, atS + 8);
  const fallFrom = (i: number, seconds: number) => {
    const low = rowOfMax(rowsBetween(timeS, timeS[i], timeS[i] + seconds), (k) => -pitch[k]);
    return low < 0 ? 0 : pitch[i] - pitch[low];
  };
  let fellDeg = 0;
  for (let i = rows.from; i < rows.to; i++) fellDeg = Math.max(fellDeg, fallFrom(i, 4));
  if (fellDeg === 0) return undefined;
  return { fellDeg, beganS: timeS[fallBegins(track, pitch, rows)] };
}

/** The first steep fall, from where it was slow or none: a nose that sinks with the climb going is no break. */
function fallBegins(track: Track, pitch: Float64Array, rows: Rows): number {
  const slopes = localSlope(track.timeS, pitch, rows, FALL_SLOPE_S);
  const slope = (row: number) => slopes[row - rows.from];
  const steepest = slope(rowOfMax(rows, (i) => -slope(i)));
  const steep = Math.max(STEEP_FALL_SHARE * steepest, STEEP_FALL_DEG_PER_S);
  let begins = Math.max(
    rows.from,
    firstWhere(rows, (i) => slope(i) <= steep),
  );
  while (begins > rows.from && slope(begins) < SLOW_FALL_SHARE * steep) begins--;
  return begins;
}

/**
 * A wing that is held stalled lets the airplane fall before the nose is let down: back to where it began to fall. A
 * glide that goes down all the while does not begin to.
 */
export function fallingSince(track: Track, noseFellS: number): number {
  const { timeS, verticalSpeedFpm } = track;
  const rows = rowsBetween(timeS, noseFellS - MUSH_S, noseFellS - 1.5);
  const best = rowOfMax(rows, (i) => verticalSpeedFpm[i]);
  if (best < 0) return noseFellS;
  const fallingFpm = verticalSpeedFpm[rows.to - 1];
  if (fallingFpm > MUSH_FPM || verticalSpeedFpm[best] - fallingFpm < BEGINS_FPM) return noseFellS;
  let begins = rows.to - 1;
  while (begins > best && verticalSpeedFpm[begins] < verticalSpeedFpm[best] - BEGINS_FPM / 2) begins--;
  return timeS[begins];
}

/** A wing that drops breaks before the nose does: back to where it began to roll off. */
export function rollingOffSince(track: Track, noseFellS: number): number {
  const { timeS, bankDeg } = track;
  if (bankDeg.source === 'derived') return noseFellS;
  const rows = rowsBetween(timeS, noseFellS - ROLL_OFF_S, noseFellS);
  const { from, to } = rows;
  const bank = bankDeg.values.subarray(from, to).map(Math.abs);
  const steeper = localSlope(timeS.subarray(from, to), bank, { from: 0, to: to - from }, FALL_SLOPE_S);
  const rate = (row: number) => steeper[row - rows.from];
  let begins = firstWhere(rows, (i) => rate(i) > ROLL_OFF_DEG_PER_S);
  if (begins < 0) return noseFellS;
  while (begins > rows.from && rate(begins) > ROLL_OFF_DEG_PER_S / 2) begins--;
  return timeS[begins];
}

/** Where the nose began its rise toward the break; without pitch, where the speed began its last fall. */
export function pitchUpBefore(track: Track, breakS: number): number {
  const { timeS } = track;
  const segment = track.segments.find(({ from, to }) => timeS[from] <= breakS && timeS[to - 1] >= breakS);
  if (!segment) return breakS;
  const rows = {
    from: rowsBetween(timeS, breakS - 45, breakS, segment).from,
    to: rowsBetween(timeS, breakS, breakS, segment).to,
  };
  const pitch = track.other('pitch_deg')?.values;
  const overS = Math.max(1.5, 2.5 * track.stepS);
  const slowing = localSlope(timeS, track.airspeedKt.values, rows, overS).map((value) => -value);
  const rising = pitch && localSlope(timeS, pitch, rows, overS);
  const top = pitch ? pitch[rows.to - 1] : 0;
  const goesOn = (k: number) => {
    if (!pitch || !rising) return slowing[k] > SLOWING_KT_PER_S;
    // A nose held up while the speed goes on falling is still on its way to the stall.
    const held = slowing[k] > SLOWING_KT_PER_S && pitch[rows.from + k] > top - HELD_UP_DEG;
    return rising[k] > RISING_DEG_PER_S || held;
  };
  let start = rows.to - 1;
  // The very top of the pitch, and a moment of hesitation on the way, are still the rise.
  let pausedSinceS = Number.NaN;
  for (let i = rows.to - 1; i >= rows.from; i--) {
    if (goesOn(i - rows.from)) {
      start = i;
      pausedSinceS = Number.NaN;
      continue;
    }
    if (Number.isNaN(pausedSinceS)) pausedSinceS = timeS[i];
    const stillUp = pitch !== undefined && pitch[i] > top;
    if (pausedSinceS - timeS[i] > (stillUp ? LONGEST_HELD_S : LONGEST_PAUSE_S)) break;
  }
  return timeS[Math.max(rows.from, start)];
}
