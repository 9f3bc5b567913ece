/** What is seen about a slow moment, and whether it was a stall. Figures are common practice, no source. */
import { firstWhere, meanOver, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { isRough } from '../../signals/air.ts';
import { meanPower, type Scene } from '../attempt/scene.ts';
import { type NoseFall, noseFall, rose } from './nose.ts';
import { SIGN } from './tables.ts';

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
  /** How long it had sounded by then, s. */
  warnedForS: number;
  /** The air before it was rough: gusts move the nose as a hand does. */
  rough: boolean;
  /** The power came off with it and stayed off: so begins a glide; whoever leaves a stall has power, or takes it. */
  glides: boolean;
  /** From idle to all the power there is, with the nose going down: nobody does that but to leave a stall. */
  recovers: boolean;
}

/** @returns undefined at the edge of a recording, where nothing came before or after. */
export function signsAt(track: Track, slowest: number, scene: Scene): Signs | undefined {
  const { timeS, airspeedKt, altitudeFt, verticalSpeedFpm } = track;
  const speed = airspeedKt.values;
  const atS = timeS[slowest];
  const span = (fromS: number, toS: number) => rowsBetween(timeS, atS + fromS, atS + toS);
  const most = (values: Float64Array, fromS: number, toS: number, side = 1) =>
    values[rowOfMax(span(fromS, toS), (i) => side * values[i])] ?? Number.NaN;
  const before = span(-SIGN.lookBeforeS, 0);
  const slowedKt = speed[rowOfMax(before, (i) => speed[i])] - speed[slowest];
  const regainedKt = most(speed, 0, SIGN.lookAfterS) - speed[slowest];
  if (Number.isNaN(slowedKt) || Number.isNaN(regainedKt)) return undefined;
  const pitch = track.other('pitch_deg')?.values;
  const fall = pitch && noseFall(track, pitch, atS);
  // The break may come seconds after the least speed, where power held the speed in between.
  const top = rowOfMax(span(-4, Math.max(3, fall ? fall.beganS - atS + 2 : 0)), (i) => altitudeFt.values[i]);
  const later = rowOfMax(span(0, 30), (i) => speed[i]);
  const laterWarningKias = scene.warningKias(scene.flapsDeg(later));
  const warner = track.other('stall_warn')?.values;
  return {
    slowedKt,
    regainedKt,
    leastAboveKt: speed[slowest] - scene.warningKias(scene.flapsDeg(slowest)),
    laterMostAboveKt: speed[later] - laterWarningKias,
    laterAboveKt: meanOver(speed, span(SIGN.laterFromS, SIGN.laterToS)) - laterWarningKias,
    ...(pitch && fall && { nose: { ...fall, rose: rose(track, pitch, fall.beganS) } }),
    topS: timeS[top],
    sankFt: altitudeFt.values[top] - most(altitudeFt.values, -2, 30, -1),
    fallFpm: most(verticalSpeedFpm, -7, 1) - most(verticalSpeedFpm, -2, 9, -1),
    mostSinkFpm: -most(verticalSpeedFpm, -3, SIGN.lookAfterS, -1),
    warnedRow: warner ? warningBegins(track, warner, before.from, span(0, SIGN.lookAfterS).to, atS) : -1,
    warnedForS: warner ? soundedS(track, warner, span(-SIGN.sameWarningS, SIGN.soundsUntilS)) : 0,
    glides:
      meanPower(scene, span(-SIGN.airUntilS, -1)) > SIGN.powerOnShare &&
      meanPower(scene, span(SIGN.airUntilS, SIGN.lookAfterS)) < SIGN.powerOffShare,
    recovers: fall !== undefined && poweredOut(track, scene, fall.beganS),
    rough: isRough(track, span(-SIGN.lookBeforeS, -SIGN.airUntilS)),
  };
}

/** Idle before a moment, and most of the power within seconds of it. */
function poweredOut({ timeS }: Track, scene: Scene, atS: number): boolean {
  const idle = meanPower(scene, rowsBetween(timeS, atS - SIGN.idleForS, atS)) < SIGN.powerOffShare;
  const after = rowsBetween(timeS, atS, atS + SIGN.airUntilS);
  return idle && firstWhere(after, (i) => scene.power(i) > SIGN.recoveryShare) >= 0;
}

function soundedS({ stepS }: Track, warner: Float64Array, { from, to }: Rows): number {
  let rows = 0;
  for (let i = from; i < to; i++) if (warner[i] > 0.5) rows++;
  return rows * stepS;
}

/** Where the warner began that sounded about a moment, chirps taken together; −1 where it was silent then. */
function warningBegins(track: Track, warner: Float64Array, from: number, to: number, atS: number): number {
  const { timeS } = track;
  let begins = -1;
  for (let i = to - 1; i >= from; i--) {
    if (!(warner[i] > 0.5)) continue;
    if (timeS[i] < (begins < 0 ? atS : timeS[begins]) - SIGN.sameWarningS) break;
    begins = i;
  }
  return begins;
}

/** What stays slow after it was no recovery. */
export const staysSlow = ({ laterMostAboveKt }: Signs): boolean => laterMostAboveKt < SIGN.recoveredKt;

/** Whether that was a stall, or a recovery at its first indication. */
export function isStall(signs: Signs): boolean {
  const { nose, sankFt } = signs;
  const warned = signs.warnedRow >= 0;
  if (
    signs.slowedKt < SIGN.slowedKt ||
    signs.regainedKt < (signs.recovers ? SIGN.poweredOutKt : SIGN.regainedKt) ||
    !(signs.fallFpm > SIGN.leastFallFpm)
  )
    return false;

  // A hand that takes the power with it need not push as far to say what it meant.
  const pushedDeg = signs.recovers ? SIGN.noseFellDeg : SIGN.pushedDeg;
  const pushed = nose !== undefined && nose.fellDeg > pushedDeg && nose.rose;
  if (!warned && signs.leastAboveKt >= SIGN.sureKt && (!pushed || signs.rough)) return false;

  // Far below where it warns, and falling out of a climb: with power on hardly any height need go.
  const deep = signs.leastAboveKt < -SIGN.deepKt && signs.fallFpm > SIGN.deepFallFpm;

  if (signs.glides && !deep && signs.warnedForS < SIGN.warnedS) return false;

  // The nose falls away within a few seconds, or the airplane does; a warner and a push tell a first indication.
  const sinking = signs.mostSinkFpm > SIGN.sinkFpm && sankFt > SIGN.sankFt;
  const broke = nose ? nose.fellDeg > SIGN.noseFellDeg : sinking;
  const eased = warned && nose !== undefined && nose.fellDeg > SIGN.noseFellDeg / 2 && nose.rose;
  if (!broke && !eased && !(sinking && warned) && !deep) return false;

  // Slow before and slow after, with hardly any height gone: an undershoot of slow flight.
  if (
    !warned &&
    !deep &&
    (sankFt < SIGN.leastLossFt ||
      (sankFt < SIGN.slowLossFt && staysSlow(signs) && !(signs.recovers && pushed)))
  )
    return false;

  // In gusts slow flight dips and comes back by itself: as slow a little later, with no plain fall, it was no stall.
  const plain = nose ? nose.fellDeg > SIGN.plainFallDeg : deep || sankFt > SIGN.plainLossFt;
  return plain || signs.laterAboveKt > SIGN.stillSlowKt;
}
