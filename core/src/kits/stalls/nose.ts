/** Nose and wing about a stall: how the nose rose, when it fell away, and since when the airplane fell under it. */
import { localSlope } from '../../recording/columns/resample.ts';
import { firstWhere, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { NOSE } from './tables.ts';

export interface NoseFall {
  fellDeg: number;
  beganS: number;
}

/** Whether the nose had come up in the seconds before. */
export function rose(track: Track, pitch: Float64Array, atS: number): boolean {
  const rows = rowsBetween(track.timeS, atS - 12, atS);
  const low = rowOfMax(rows, (i) => -pitch[i]);
  return low >= 0 && pitch[rows.to - 1] - pitch[low] > NOSE.roseDeg;
}

/** How far the nose falls from a row on in so many seconds, deg. */
export function fallFrom(
  { timeS }: Track,
  pitch: Float64Array,
  row: number,
  seconds: number,
  within?: Rows,
): number {
  const low = rowOfMax(rowsBetween(timeS, timeS[row], timeS[row] + seconds, within), (k) => -pitch[k]);
  return low < 0 ? 0 : pitch[row] - pitch[low];
}

/** Most that the nose fell within four seconds about the slowest moment, and when it first began to fall firmly. */
export function noseFall(track: Track, pitch: Float64Array, atS: number): NoseFall | undefined {
  const { timeS } = track;
  const rows = rowsBetween(timeS, atS - 6, atS + 8);
  let fellDeg = 0;
  for (let i = rows.from; i < rows.to; i++) fellDeg = Math.max(fellDeg, fallFrom(track, pitch, i, 4));
  if (fellDeg === 0) return undefined;
  return { fellDeg, beganS: timeS[fallBegins(track, pitch, rows)] };
}

/** The first steep fall, from where it was slow or none: a nose that sinks with the climb going is no break. */
function fallBegins(track: Track, pitch: Float64Array, rows: Rows): number {
  const slopes = localSlope(track.timeS, pitch, rows, NOSE.fallSlopeS);
  const slope = (row: number) => slopes[row - rows.from];
  const steepest = slope(rowOfMax(rows, (i) => -slope(i)));
  const steep = Math.max(NOSE.steepFallShare * steepest, NOSE.steepFallDegPerS);
  let begins = Math.max(
    rows.from,
    firstWhere(rows, (i) => slope(i) <= steep),
  );
  while (begins > rows.from && slope(begins) < NOSE.slowFallShare * steep) begins--;
  return begins;
}

/**
 * A wing that is held stalled lets the airplane fall before the nose is let down: back to where it began to fall. A
 * glide that goes down all the while does not begin to.
 */
export function fallingSince(track: Track, noseFellS: number): number {
  const { timeS, verticalSpeedFpm } = track;
  const rows = rowsBetween(timeS, noseFellS - NOSE.mushS, noseFellS - 1.5);
  const best = rowOfMax(rows, (i) => verticalSpeedFpm[i]);
  if (best < 0) return noseFellS;
  const fallingFpm = verticalSpeedFpm[rows.to - 1];
  if (fallingFpm > NOSE.mushFpm || verticalSpeedFpm[best] - fallingFpm < NOSE.beginsFpm) return noseFellS;
  let begins = rows.to - 1;
  while (begins > best && verticalSpeedFpm[begins] < verticalSpeedFpm[best] - NOSE.beginsFpm / 2) begins--;
  return timeS[begins];
}

/** A wing that drops breaks before the nose does: back to where it began to roll off. */
export function rollingOffSince(track: Track, noseFellS: number): number {
  const { timeS, bankDeg } = track;
  if (bankDeg.source === 'derived') return noseFellS;
  const rows = rowsBetween(timeS, noseFellS - NOSE.rollOffS, noseFellS);
  const { from, to } = rows;
  const bank = bankDeg.values.subarray(from, to).map(Math.abs);
  const steeper = localSlope(timeS.subarray(from, to), bank, { from: 0, to: to - from }, NOSE.fallSlopeS);
  const rate = (row: number) => steeper[row - rows.from];
  let begins = firstWhere(rows, (i) => rate(i) > NOSE.rollOffDegPerS);
  if (begins < 0) return noseFellS;
  while (begins > rows.from && rate(begins) > NOSE.rollOffDegPerS / 2) begins--;
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
    if (!pitch || !rising) return slowing[k] > NOSE.slowingKtPerS;
    // A nose held up while the speed goes on falling is still on its way to the stall.
    const held = slowing[k] > NOSE.slowingKtPerS && pitch[rows.from + k] > top - NOSE.heldUpDeg;
    return rising[k] > NOSE.risingDegPerS || held;
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
    if (pausedSinceS - timeS[i] > (stillUp ? NOSE.longestHeldS : NOSE.longestPauseS)) break;
  }
  return timeS[Math.max(rows.from, start)];
}
