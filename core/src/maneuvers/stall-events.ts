/**
 * Where the wing stalled, or was recovered at the first indication: slow, slowing before, and then the nose or the
 * airplane fell while speed came back. A recorded warner, angle of attack or load makes it surer; none is needed.
 */
import { localSlope } from '../recording/resample.ts';
import { firstWhere, meanOver, type Rows, rowOfMax, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { median } from '../units/numbers.ts';
import type { ScoringContext } from './maneuver.ts';
import { type Scene, sceneOf } from './scene.ts';
import { unloadAfter } from './stall-unload.ts';

export interface StallEvent {
  /** When the warner began, or the speed passed where it would; when the nose or the airplane fell. */
  indicationS: number;
  breakS: number;
  /** When the wing was unloaded, and when the airplane stopped going down. */
  unloadS: number;
  /** Whether the stick or the wing itself told the unloading. */
  unloadSeen: boolean;
  lowestS: number;
  /** Altitude at the break, and lost from there to the lowest. */
  breakFt: number;
  lossFt: number;
  /** The nose began to rise toward it. */
  pitchUpS: number;
}

/** Speeds this far above the warning are not looked at. */
const NEAR_WARNING_KT = 9;
/** Further above the warning than this only a firm push tells that a stall was meant. */
const SURE_KT = 4;
const PUSHED_DEG = 9;
/** Toward a stall the nose rises; in slow flight it stays. */
const ROSE_DEG = 4;
const LEAST_RISE_S = 1;
const RISING_DEG_PER_S = 0.45;
const SLOWING_KT_PER_S = 0.4;
const HELD_UP_DEG = 4;
/** A moment of hesitation on the way up, and as long as a gust's push may hold the speed with the nose up. */
const LONGEST_PAUSE_S = 3;
const LONGEST_HELD_S = 6;
const LOOK_AFTER_S = 12;
const LOOK_BEFORE_S = 25;
const SLOWED_KT = 4;
const REGAINED_KT = 7;
const NOSE_FELL_DEG = 7;
const FALL_SLOPE_S = 0.4;
/** A stalled wing may be held so long, and the airplane then falls so much faster than before. */
const MUSH_S = 12;
const MUSH_FPM = -600;
const BEGINS_FPM = 400;
const STEEP_FALL_SHARE = 0.6;
/** A stalled wing held back lowers the nose no faster; the hand that lets go does. */
const STEEP_FALL_DEG_PER_S = -4;
const SLOW_FALL_SHARE = 0.5;
/** Unwarned, it came down at least so far. */
const LEAST_LOSS_FT = 25;
const PLAIN_LOSS_FT = 70;
/** A recovery goes on to climbing speed. */
const RECOVERED_KT = 12;
const SANK_FT = 45;
const LOSS_WITHIN_S = 30;
const ZOOM_S = 2;
/** A warner silent for longer belonged to something else. */
const SAME_WARNING_S = 8;
const LATER_FROM_S = 6;
const LATER_TO_S = 20;
const STILL_SLOW_KT = 9;
const PLAIN_FALL_DEG = 10;
const MOST_BANK_DEG = 33;
const BANK_FROM_S = 4;
const SINK_FPM = -450;
const LEAST_FALL_FPM = 400;
/** Two breaks closer than this are one stall and its secondary. */
const SAME_STALL_S = 18;

export function findStalls(track: Track, context: ScoringContext): StallEvent[] {
  const scene = sceneOf(track, context);
  const events: StallEvent[] = [];
  for (const segment of track.segments) {
    for (const row of slowestMoments(track, segment, scene)) {
      const event = stallAt(track, row, scene);
      if (!event) continue;
      const last = events.at(-1);
      // Where no nose was seen, still going down when the next one breaks was the descent toward it.
      const descent = last && !track.other('pitch_deg') && event.breakS < last.lowestS;
      if (descent && event.breakS - last.breakS > SAME_STALL_S) events.pop();
      if (!last || event.breakS - last.breakS > SAME_STALL_S) events.push(event);
    }
  }
  return events;
}

/** Rows at which the speed was least, one for each time that it came near the warning. */
function slowestMoments(track: Track, { from, to }: { from: number; to: number }, scene: Scene): number[] {
  const { airspeedKt, altitudeFt, timeS } = track;
  const speed = airspeedKt.values;
  const rows: number[] = [];
  let best = -1;
  for (let i = from; i < to; i++) {
    const slow =
      speed[i] < scene.warningKias(scene.flapsDeg(i)) + NEAR_WARNING_KT &&
      altitudeFt.values[i] > scene.lowestFt;
    if (slow && (best < 0 || speed[i] < speed[best])) best = i;
    // Faster again by a few knots, or out of the slow range: that was one.
    const over = best >= 0 && (!slow || speed[i] > speed[best] + REGAINED_KT - 1);
    if (over || (best >= 0 && timeS[i] - timeS[best] > LOOK_BEFORE_S)) {
      rows.push(best);
      best = -1;
    }
  }
  if (best >= 0) rows.push(best);
  return rows;
}

function stallAt(track: Track, slowest: number, scene: Scene): StallEvent | undefined {
  const { timeS, airspeedKt, altitudeFt, verticalSpeedFpm } = track;
  const speed = airspeedKt.values;
  const atS = timeS[slowest];
  const before = rowsBetween(timeS, atS - LOOK_BEFORE_S, atS);
  const after = rowsBetween(timeS, atS - 3, atS + LOOK_AFTER_S);
  const fastBefore = rowOfMax(before, (i) => speed[i]);
  const fastAfter = rowOfMax(rowsBetween(timeS, atS, atS + LOOK_AFTER_S), (i) => speed[i]);
  if (fastBefore < 0 || fastAfter < 0) return undefined;
  if (speed[fastBefore] - speed[slowest] < SLOWED_KT || speed[fastAfter] - speed[slowest] < REGAINED_KT)
    return undefined;
  const pitch = track.other('pitch_deg')?.values;
  const nose = pitch ? noseFall(track, pitch, atS) : undefined;
  const lowest = rowOfMax(rowsBetween(timeS, atS - 2, atS + 30), (i) => -altitudeFt.values[i]);
  const top = rowOfMax(rowsBetween(timeS, atS - 4, atS + 3), (i) => altitudeFt.values[i]);
  const sank = altitudeFt.values[top] - altitudeFt.values[lowest];
  // A stalled airplane comes down, however little: out of slow flight it does not.
  const risingFpm =
    verticalSpeedFpm[rowOfMax(rowsBetween(timeS, atS - 7, atS + 1), (i) => verticalSpeedFpm[i])];
  const fallingFpm =
    verticalSpeedFpm[rowOfMax(rowsBetween(timeS, atS - 2, atS + 9), (i) => -verticalSpeedFpm[i])];
  if (!(risingFpm - fallingFpm > LEAST_FALL_FPM)) return undefined;
  const sinking = verticalSpeedFpm[rowOfMax(after, (i) => -verticalSpeedFpm[i])] < SINK_FPM && sank > SANK_FT;
  const warner = track.other('stall_warn')?.values;
  const warned = warner ? warningBegins(track, warner, before.from, after.to, atS) : -1;
  // The nose falls away within a few seconds, or the airplane does; a warner and a firm push tell a first indication.
  const broke = (nose !== undefined && nose.fellDeg > NOSE_FELL_DEG) || (sinking && nose === undefined);
  const eased =
    warned >= 0 &&
    pitch !== undefined &&
    nose !== undefined &&
    nose.fellDeg > NOSE_FELL_DEG / 2 &&
    rose(track, pitch, nose.beganS);
  const sure = speed[slowest] < scene.warningKias(scene.flapsDeg(slowest)) + SURE_KT || warned >= 0;
  if (
    !sure &&
    !(
      nose !== undefined &&
      pitch !== undefined &&
      nose.fellDeg > PUSHED_DEG &&
      rose(track, pitch, nose.beganS)
    )
  )
    return undefined;
  if (!broke && !eased && !(sinking && warned >= 0)) return undefined;
  if (warned < 0 && sank < LEAST_LOSS_FT) return undefined;
  // Slow before and slow after, with hardly any height gone: an undershoot of slow flight.
  const later = rowOfMax(rowsBetween(timeS, atS, atS + 30), (i) => speed[i]);
  const staysSlow = speed[later] < scene.warningKias(scene.flapsDeg(later)) + RECOVERED_KT;
  if (warned < 0 && sank < PLAIN_LOSS_FT && staysSlow) return undefined;
  // In gusts slow flight dips and comes back by itself: as slow a little later, with no plain fall, it was no stall.
  const laterKt = meanOver(speed, rowsBetween(timeS, atS + LATER_FROM_S, atS + LATER_TO_S));
  const recovered = laterKt > scene.warningKias(scene.flapsDeg(later)) + STILL_SLOW_KT;
  const plain = nose ? nose.fellDeg > PLAIN_FALL_DEG : sank > PLAIN_LOSS_FT;
  if (!recovered && !plain) return undefined;
  const breakS = nose ? fallingSince(track, nose.beganS) : timeS[top];
  // A warner in a steep turn belongs to the turn; a wing that drops at the break had been level.
  const level = rowsBetween(timeS, breakS - Math.max(BANK_FROM_S, 2 * track.stepS), breakS - 1);
  const bankDeg = median(track.bankDeg.values.subarray(level.from, level.to));
  if (Math.abs(bankDeg) > MOST_BANK_DEG) return undefined;
  // A nose that had not been rising when it fell was lowered, as flaps and a late pull in slow flight lower it; what
  // stays slow after it was no recovery, warner or not.
  const pitchUpS = pitchUpBefore(track, breakS);
  if (pitch && breakS - pitchUpS < LEAST_RISE_S && (warned < 0 || staysSlow)) return undefined;
  const lowestAfter = rowOfMax(
    rowsBetween(timeS, breakS, breakS + LOSS_WITHIN_S),
    (i) => -altitudeFt.values[i],
  );
  // When it broke, the nose tells to a second or two, and the zoom may still have been going.
  const highest = rowOfMax(rowsBetween(timeS, breakS - 0.5, breakS + ZOOM_S), (i) => altitudeFt.values[i]);
  const breakFt = altitudeFt.values[highest];
  const unload = unloadAfter(track, breakS);
  const indicationRow =
    warned >= 0
      ? warned
      : firstWhere(
          { from: before.from, to: slowest + 1 },
          (i) => speed[i] < scene.warningKias(scene.flapsDeg(i)),
        );
  const indicationS = Math.min(indicationRow >= 0 ? timeS[indicationRow] : breakS, breakS);
  return {
    indicationS,
    breakS,
    unloadS: unload.atS,
    unloadSeen: unload.seen,
    lowestS: timeS[lowestAfter],
    breakFt,
    lossFt: breakFt - altitudeFt.values[lowestAfter],
    pitchUpS,
  };
}

/** Where the warner began that sounded about a moment, chirps taken together; −1 where it was silent then. */
function warningBegins(track: Track, warner: Float64Array, from: number, to: number, atS: number): number {
  const { timeS } = track;
  let begins = -1;
  for (let i = to - 1; i >= from; i--) {
    if (!(warner[i] > 0.5)) continue;
    if (timeS[i] < (begins < 0 ? atS : timeS[begins]) - SAME_WARNING_S) break;
    begins = i;
  }
  return begins;
}

/** Whether the nose had come up in the seconds before. */
function rose(track: Track, pitch: Float64Array, atS: number): boolean {
  const rows = rowsBetween(track.timeS, atS - 12, atS);
  const low = rowOfMax(rows, (i) => -pitch[i]);
  return low >= 0 && pitch[rows.to - 1] - pitch[low] > ROSE_DEG;
}

/** Most that the nose fell within four seconds about the slowest moment, and when it first began to fall firmly. */
function noseFall(
  track: Track,
  pitch: Float64Array,
  atS: number,
): { fellDeg: number; beganS: number } | undefined {
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
  let begins = firstWhere(rows, (i) => slope(i) <= steep);
  while (begins > rows.from && slope(begins) < SLOW_FALL_SHARE * steep) begins--;
  return begins;
}

/**
 * A wing that is held stalled lets the airplane fall before the nose is let down: back to where it began to fall. A
 * glide that goes down all the while does not begin to.
 */
function fallingSince(track: Track, noseFellS: number): number {
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

/** Where the nose began its rise toward the break; without pitch, where the speed began its last fall. */
function pitchUpBefore(track: Track, breakS: number): number {
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
