/** One maneuver at a time, drawn to the figure: for what is named past a threshold and not before it. */
import { seededRandom } from '../../flight/random.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { DRAWN_FOUR_SEATER } from './hand.ts';
import { EASES, type Pen, penAtCruise } from './pen.ts';
import { recordDrawn } from './recorder.ts';

const PLANE = DRAWN_FOUR_SEATER;
const UP_DEG = [20, 10, 0];

/** A minute of cruise, what is drawn, and another minute. */
export function drawOne(draw: (pen: Pen) => void): Recording {
  const pen = penAtCruise(PLANE, EASES.round);
  pen.wait(60);
  draw(pen);
  pen.wait(60);
  return recordDrawn(pen, PLANE, { rateHz: 10, roughness: 0 }, seededRandom(1));
}

function flaps(pen: Pen, anglesDeg: readonly number[], afterS: number, gapS: number): void {
  for (const [k, deg] of anglesDeg.entries()) pen.move('flaps_deg', deg, 2, afterS + k * gapS);
}

/** Away from the altitude and back. */
function hump(pen: Pen, offFt: number, afterS: number, overS: number): void {
  const altitudeFt = pen.at('alt_ft', pen.nowS + afterS);
  pen.move('alt_ft', altitudeFt + offFt, overS, afterS).move('alt_ft', altitudeFt, overS, afterS + overS);
}

interface SlowFlight {
  /** Speed held, kt; the airplane's target is 50 with landing flaps. */
  heldKt: number;
  balloonFt: number;
  entryLossFt: number;
  /** Lost slow, with the power still back. */
  sinkFt: number;
  driftLeftDeg: number;
  bankDeg: number;
  /** Seconds at the edge of the stall. */
  warnedS: number;
  climbFt: number;
  flapsInGapS: number;
  /** When the first of the stages goes out, s after the power. */
  flapsOutS: number;
}

export const slowFlight = (flown: Partial<SlowFlight>) => (pen: Pen) => {
  const f: SlowFlight = {
    heldKt: 52,
    balloonFt: 0,
    entryLossFt: 0,
    sinkFt: 0,
    driftLeftDeg: 0,
    bankDeg: 12,
    warnedS: 0,
    climbFt: 20,
    flapsInGapS: 6,
    flapsOutS: 9,
    ...flown,
  };
  const entryFt = pen.now('alt_ft');
  pen.move('rpm', 1500, 2).move('ias_kt', f.heldKt, 30).move('alpha_deg', 8, 30);
  flaps(pen, PLANE.flapStagesDeg, f.flapsOutS, 6);
  hump(pen, -f.entryLossFt, 1, 8);
  hump(pen, f.balloonFt, 20, 6);
  const powerAfterS = f.sinkFt > 0 ? 45 : 27;
  pen.move('rpm', PLANE.rpm.slow, 3, powerAfterS);
  pen.move('alt_ft', entryFt - f.sinkFt, 12, 33).wait(50);
  pen.move('alt_ft', entryFt, 15).wait(20);
  pen.move('yaw_deg', -f.driftLeftDeg, 10).wait(15);
  if (f.warnedS > 0) {
    pen.move('ias_kt', 43, 3).wait(3 + f.warnedS);
    pen.move('ias_kt', f.heldKt, 3).wait(8);
  }
  pen.move('bank_deg', f.bankDeg, 3).move('bank_deg', 0, 3, 12).wait(25);
  pen.move('rpm', PLANE.rpm.full, 2).move('ias_kt', PLANE.cruiseKt, 24).move('alpha_deg', 2, 24);
  hump(pen, f.climbFt, 2, 10);
  flaps(pen, UP_DEG, 3, f.flapsInGapS);
  pen.wait(25).move('rpm', PLANE.rpm.cruise, 3);
};

export interface Stall {
  /** Steady descent before the rise, s. */
  descentS: number;
  driftDeg: number;
  dropDeg: number;
  /** From the break to the release, s. */
  lateS: number;
  /** Power up so long before the release, s. */
  powerFirstS: number;
  lossFt: number;
  /** Angle of attack at the least, deg. */
  pushedDeg: number;
  /** A second pull to the warner, so long after the release, s; 0 for none. */
  againS: number;
  /** First stage in, so long after the release, s. */
  flapsInS: number;
  flapsInGapS: number;
}

const CLEAN_STALL: Stall = {
  descentS: 10,
  driftDeg: 0,
  dropDeg: 0,
  lateS: 0.5,
  powerFirstS: 0,
  lossFt: 130,
  pushedDeg: 2,
  againS: 0,
  flapsInS: 16,
  flapsInGapS: 8,
};

export const powerOffStall = (flown: Partial<Stall>) => (pen: Pen) => {
  const f = { ...CLEAN_STALL, ...flown };
  const entryFt = pen.now('alt_ft');
  pen.move('rpm', 1500, 3).move('ias_kt', PLANE.approachKt, 24);
  flaps(pen, PLANE.flapStagesDeg, 9, 5);
  pen.move('rpm', PLANE.rpm.idle, 2, 22).wait(24);
  if (f.descentS > 0) pen.climb(-520, f.descentS + 3).wait(f.descentS);
  riseAndRecover(pen, f, entryFt, PLANE.stallKt.landing, -20);
};

export const powerOnStall = (flown: Partial<Stall & { steepDeg: number }>) => (pen: Pen) => {
  const entryFt = pen.now('alt_ft');
  pen.move('rpm', 1600, 3).move('ias_kt', 60, 22).wait(24).move('rpm', 2550, 3);
  riseAndRecover(pen, { ...CLEAN_STALL, ...flown }, entryFt, PLANE.stallKt.clean - 1, 120, flown.steepDeg);
};

function riseAndRecover(
  pen: Pen,
  f: Stall,
  entryFt: number,
  stallKt: number,
  gainFt: number,
  alphaDeg = 15,
): void {
  const riseS = 13;
  pen.move('alt_ft', pen.now('alt_ft') + gainFt, riseS).move('ias_kt', stallKt, riseS);
  pen.move('yaw_deg', f.driftDeg, riseS).move('alpha_deg', alphaDeg, riseS).wait(riseS);
  // It falls at the break; the wing is let go when the hand moves.
  const downS = 8 + f.lateS;
  pen.move('alt_ft', pen.now('alt_ft') - f.lossFt, downS).move('bank_deg', f.dropDeg, 2);
  pen.move('bank_deg', 0, 3, f.lateS + 2).move('rpm', PLANE.rpm.full, 1, f.lateS - f.powerFirstS);
  pen
    .wait(f.lateS)
    .move('alpha_deg', f.pushedDeg, 1.2)
    .move('ias_kt', PLANE.approachKt + 4, 6, 0.3);
  if (f.againS > 0) {
    pen.move('ias_kt', stallKt + 1, 2, f.againS).move('ias_kt', PLANE.approachKt + 4, 5, f.againS + 4);
    pen.move('alpha_deg', 12, 2, f.againS).move('alpha_deg', 3, 2, f.againS + 4);
    pen.move('alt_ft', pen.now('alt_ft') - f.lossFt - 90, 5, f.againS + 1.5);
  }
  if (pen.now('flaps_deg') > 0) flaps(pen, UP_DEG, f.flapsInS, f.flapsInGapS);
  pen.wait(14);
  const backS = 30;
  pen
    .move('ias_kt', 74, 8)
    .climb(((entryFt - pen.now('alt_ft')) / (backS - 3)) * 60, backS)
    .wait(backS);
  pen.move('ias_kt', PLANE.cruiseKt, 14).move('rpm', PLANE.rpm.cruise, 5, 6).wait(14);
}

interface PlainTurn {
  bankDeg: number;
  /** Lost in the first quarter and had back later; gained in the roll-out. */
  lossFt: number;
  gainFt: number;
  /** The bank goes up and down by so much. */
  wanderDeg: number;
}

export const levelTurn = (flown: Partial<PlainTurn>) => (pen: Pen) => {
  const f: PlainTurn = { bankDeg: 25, lossFt: 0, gainFt: 0, wanderDeg: 0, ...flown };
  const entryFt = pen.now('alt_ft');
  pen.move('bank_deg', f.bankDeg, 3);
  pen
    .move('alt_ft', entryFt - f.lossFt, 8)
    .move('alt_ft', entryFt, 8, 14)
    .wait(5);
  pen.move('bank_deg', f.bankDeg + f.wanderDeg, 4).move('bank_deg', f.bankDeg - f.wanderDeg, 6, 5);
  pen.move('bank_deg', f.bankDeg, 4, 12).wait(20);
  pen.move('bank_deg', 0, 3).move('alt_ft', entryFt + f.gainFt, 8);
  pen.move('alt_ft', entryFt, 10, 12).wait(25);
};

export interface Straight {
  /** Half the height of a wave in the altitude, and its period, s. */
  waveFt: number;
  periodS: number;
  driftDeg: number;
  offFt: number;
  /** Gained over a minute. */
  fasterKt: number;
}

export const straight = (flown: Partial<Straight>) => (pen: Pen) => {
  const f: Straight = { waveFt: 0, periodS: 20, driftDeg: 0, offFt: 0, fasterKt: 0, ...flown };
  const entryFt = pen.now('alt_ft');
  const centreFt = entryFt + f.offFt;
  pen.move('alt_ft', centreFt, 8).move('yaw_deg', f.driftDeg, 20, 30);
  pen.move('ias_kt', PLANE.cruiseKt + f.fasterKt, 60, 10).wait(10);
  const half = f.periodS / 2;
  for (let s = 0; f.waveFt > 0 && s < 90; s += f.periodS) {
    pen.move('alt_ft', centreFt + f.waveFt, half, s);
    pen.move('alt_ft', centreFt - f.waveFt, half, s + half);
  }
  pen.wait(100);
};

/** Up or down 500 ft, past it by some, and back. */
export const levelOff = (fpm: number, pastFt: number) => (pen: Pen) => {
  const side = Math.sign(fpm);
  const fromFt = pen.now('alt_ft');
  const seconds = ((500 + pastFt) / Math.abs(fpm)) * 60 + 3;
  pen
    .move('ias_kt', fpm > 0 ? 76 : 90, 8)
    .climb(fpm, seconds)
    .wait(seconds);
  pen
    .move('alt_ft', fromFt + side * 500, 10, 2)
    .move('ias_kt', PLANE.cruiseKt, 10, 6)
    .wait(30);
};
