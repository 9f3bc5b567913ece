/** What is seen about a slow moment, and whether it was a stall. Figures are common practice, no source. */
import { meanOver, rowOfMax, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import type { Scene } from './scene.ts';
import { type NoseFall, noseFall, rose } from './stall-nose.ts';

export interface Signs {
  /** Lost toward the moment and had back after it. */
  slowedKt: number;
  regainedKt: number;
  /** Above the warning's speed: at the slowest, at the fastest soon after, and on the mean a little later. */
  leastAboveKt: number;
  laterMostAboveKt: number;
  laterAboveKt: number;
  /** Without a pitch column nothing is known of the nose. */
  nose?: NoseFall & { rose: boolean };
  /** Highest about the moment, and down from there to the lowest after. */
  topS: number;
  sankFt: number;
  /** How much faster it went down after than before, and how fast at most. */
  fallFpm: number;
  mostSinkFpm: number;
  /** Row at which the warner began, or −1. */
  warnedRow: number;
}

const LOOK_AFTER_S = 12;
const LOOK_BEFORE_S = 25;
/** A warner silent for longer belonged to something else. */
const SAME_WARNING_S = 8;
const LATER_FROM_S = 6;
const LATER_TO_S = 20;

/** @returns undefined at the edge of a recording, where nothing came before or after. */
export function signsAt(track: Track, slowest: number, scene: Scene): Signs | undefined {
  const { timeS, airspeedKt, altitudeFt, verticalSpeedFpm } = track;
  const speed = airspeedKt.values;
  const atS = timeS[slowest];
  const span = (fromS: number, toS: number) => rowsBetween(timeS, atS + fromS, atS + toS);
  const most = (values: Float64Array, fromS: number, toS: number, side = 1) =>
    values[rowOfMax(span(fromS, toS), (i) => side * values[i])] ?? Number.NaN;
  const before = span(-LOOK_BEFORE_S, 0);
  const slowedKt = speed[rowOfMax(before, (i) => speed[i])] - speed[slowest];
  const regainedKt = most(speed, 0, LOOK_AFTER_S) - speed[slowest];
  if (Number.isNaN(slowedKt) || Number.isNaN(regainedKt)) return undefined;
  const pitch = track.other('pitch_deg')?.values;
  const fall = pitch && noseFall(track, pitch, atS);
  const top = rowOfMax(span(-4, 3), (i) => altitudeFt.values[i]);
  const later = rowOfMax(span(0, 30), (i) => speed[i]);
  const laterWarningKias = scene.warningKias(scene.flapsDeg(later));
  const warner = track.other('stall_warn')?.values;
  return {
    slowedKt,
    regainedKt,
    leastAboveKt: speed[slowest] - scene.warningKias(scene.flapsDeg(slowest)),
    laterMostAboveKt: speed[later] - laterWarningKias,
    laterAboveKt: meanOver(speed, span(LATER_FROM_S, LATER_TO_S)) - laterWarningKias,
    ...(pitch && fall && { nose: { ...fall, rose: rose(track, pitch, fall.beganS) } }),
    topS: timeS[top],
    sankFt: altitudeFt.values[top] - most(altitudeFt.values, -2, 30, -1),
    fallFpm: most(verticalSpeedFpm, -7, 1) - most(verticalSpeedFpm, -2, 9, -1),
    mostSinkFpm: -most(verticalSpeedFpm, -3, LOOK_AFTER_S, -1),
    warnedRow: warner ? warningBegins(track, warner, before.from, span(0, LOOK_AFTER_S).to, atS) : -1,
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

const SLOWED_KT = 4;
const REGAINED_KT = 7;
/** A stalled airplane comes down, however little: out of slow flight it does not. */
const LEAST_FALL_FPM = 400;
const NOSE_FELL_DEG = 7;
const SINK_FPM = 450;
const SANK_FT = 45;
/** Further above the warning than this only a firm push tells that a stall was meant. */
const SURE_KT = 4;
const PUSHED_DEG = 9;
/** Unwarned, it came down at least so far. */
const LEAST_LOSS_FT = 25;
const PLAIN_LOSS_FT = 70;
/** A recovery goes on to climbing speed. */
const RECOVERED_KT = 12;
const STILL_SLOW_KT = 9;
const PLAIN_FALL_DEG = 10;

/** What stays slow after it was no recovery. */
export const staysSlow = ({ laterMostAboveKt }: Signs): boolean => laterMostAboveKt < RECOVERED_KT;

/** Whether that was a stall, or a recovery at its first indication. */
export function isStall(signs: Signs): boolean {
  const { nose, sankFt } = signs;
  const warned = signs.warnedRow >= 0;
  if (signs.slowedKt < SLOWED_KT || signs.regainedKt < REGAINED_KT || !(signs.fallFpm > LEAST_FALL_FPM))
    return false;

  const pushed = nose !== undefined && nose.fellDeg > PUSHED_DEG && nose.rose;
  if (!warned && signs.leastAboveKt >= SURE_KT && !pushed) return false;

  // The nose falls away within a few seconds, or the airplane does; a warner and a push tell a first indication.
  const sinking = signs.mostSinkFpm > SINK_FPM && sankFt > SANK_FT;
  const broke = nose ? nose.fellDeg > NOSE_FELL_DEG : sinking;
  const eased = warned && nose !== undefined && nose.fellDeg > NOSE_FELL_DEG / 2 && nose.rose;
  if (!broke && !eased && !(sinking && warned)) return false;

  // Slow before and slow after, with hardly any height gone: an undershoot of slow flight.
  if (!warned && (sankFt < LEAST_LOSS_FT || (sankFt < PLAIN_LOSS_FT && staysSlow(signs)))) return false;

  // In gusts slow flight dips and comes back by itself: as slow a little later, with no plain fall, it was no stall.
  const plain = nose ? nose.fellDeg > PLAIN_FALL_DEG : sankFt > PLAIN_LOSS_FT;
  return plain || signs.laterAboveKt > STILL_SLOW_KT;
}
