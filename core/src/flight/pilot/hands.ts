/**
 * Hands and feet: they move the controls toward what the head wants. Pitch first: an attitude that gives the flight
 * path or the speed, with the pull that a bank needs; roll by the rate; feet that keep the ball in the middle.
 * Gains fall with the dynamic pressure, as stick and pedals feel.
 */
import { degrees, radians } from '../../units/angles.ts';
import { G0_MPS2, KT_TO_MPS } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import type { Flight } from '../model/flight.ts';
import type { Seen } from './eyes.ts';
import { type RollAim, steer } from './rolling.ts';

/** How the pitch is flown. */
export type PitchAim =
  | { by: 'altitude'; altitudeFt: number; mostFpm?: number }
  | { by: 'climb'; fpm: number }
  | { by: 'speed'; kias: number }
  | { by: 'attitude'; deg: number; degPerS?: number }
  | { by: 'stick'; elevator: number };

export type BankAim =
  | { by: 'bank'; deg: number }
  | { by: 'heading'; deg: number; mostDeg?: number }
  | { by: 'stick'; aileron: number };

type RudderAim =
  | { by: 'ball'; offG?: number }
  | { by: 'pedal'; rudder: number }
  /** The nose along a heading whatever the ball does, as for a touch in a crosswind. */
  | { by: 'nose'; deg: number };

export type PowerAim =
  | { by: 'throttle'; throttle: number }
  /** Around a throttle position, whatever holds the speed, or the altitude. */
  | { by: 'speed'; throttle: number; kias: number }
  | { by: 'altitude'; throttle: number; altitudeFt: number };

export interface Aim {
  pitch: PitchAim;
  bank: BankAim;
  rudder: RudderAim;
  power: PowerAim;
  flapsDeg: number;
  /** Most degrees a second of roll. */
  rollDegPerS: number;
  /** How much of the pull that a bank needs comes by itself, without waiting for the altitude to show it. */
  pull: number;
  /** How quickly the altitude is attended to: 1 is a practised hand. */
  attention: number;
  /** Whether the stall warning makes the hand let go, whatever else it was about. */
  heedsWarning: boolean;
  /** Whether the trim follows the pressure. */
  trims: boolean;
  /** With weight on the wheels the feet steer. */
  roll: RollAim;
}

/** What the hands remember from moment to moment. */
export interface Hands {
  elevator: number;
  pitchDeg: number;
  speedPitchDeg: number;
  pathDeg: number;
  aileron: number;
  rudder: number;
  throttle: number;
  powerBias: number;
  lastAim: string;
}

export const restingHands = (flight: Flight, seen: Seen): Hands => ({
  elevator: flight.controls.elevator,
  pitchDeg: seen.pitchDeg,
  speedPitchDeg: seen.pitchDeg,
  pathDeg: 0,
  aileron: flight.controls.aileron,
  rudder: flight.controls.rudder,
  throttle: flight.controls.throttle,
  powerBias: 0,
  lastAim: '',
});

/** The speed at which the gains were chosen, kt. */
const GAIN_SPEED_KT = 90;
const STICK_LAG_S = 0.12;
/** The wheels steer once they carry so much of the weight. */
const ROLLING_SHARE = 0.1;
/** Speed that is left to come back by itself, kt. */
const TAKEN_KT = 6;

export function moveControls(hands: Hands, aim: Aim, seen: Seen, flight: Flight, dt: number): void {
  const { controls } = flight;
  const stiffness = clamp((GAIN_SPEED_KT / Math.max(seen.kias, 35)) ** 2, 0.5, 4);
  elevator(hands, aim, seen, flight, dt, stiffness);
  const smooth = dt / (STICK_LAG_S + dt);
  controls.elevator += smooth * (clamp(hands.elevator, -1, 1) - controls.elevator);
  controls.aileron += smooth * (clamp(aileron(hands, aim, seen, dt), -1, 1) - controls.aileron);
  const rolls = flight.motion.onWheels > ROLLING_SHARE;
  if (rolls) steer(hands, aim.roll, seen, flight, dt);
  else {
    controls.brakes = 0;
    controls.rudder += smooth * (clamp(rudder(hands, aim, seen, dt, stiffness), -1, 1) - controls.rudder);
  }
  if (!rolls || aim.roll.taxiKt === null) throttle(hands, aim, seen, flight, dt);
  controls.flapsDeg = aim.flapsDeg;
  if (aim.trims) {
    const moved = clamp(0.25 * dt * controls.elevator, -0.12 * dt, 0.12 * dt);
    const trim = clamp(controls.trim + moved, -1, 1);
    // What the wheel takes, the hand gives up.
    const given = ((trim - controls.trim) * flight.airframe.power.trim) / flight.airframe.power.elevator;
    hands.elevator -= given;
    controls.elevator -= given;
    controls.trim = trim;
  }
}

/** The pull of a turn: angle of attack for the load beyond one, degrees. */
function pullDeg(seen: Seen, flight: Flight, bankDeg: number): number {
  const { airframe, motion } = flight;
  const load = 1 / Math.cos(radians(clamp(Math.abs(bankDeg), 0, 65)));
  const perG = (airframe.massKg * G0_MPS2) / (motion.flow.q0 * airframe.wingAreaM2 * airframe.liftSlope + 1);
  return degrees(perG) * (load - 1) * Math.cos(radians(seen.bankDeg));
}

function wantedPitch(hands: Hands, aim: Aim, seen: Seen, flight: Flight, dt: number): number {
  const { pitch } = aim;
  if (pitch.by === 'attitude') {
    const most = (pitch.degPerS ?? 4) * dt;
    hands.pitchDeg += clamp(pitch.deg - hands.pitchDeg, -most, most);
    return hands.pitchDeg;
  }
  const speedMps = Math.max(seen.tasKt * KT_TO_MPS, 15);
  const pull = aim.pull * pullDeg(seen, flight, seen.bankDeg);
  if (pitch.by === 'speed') {
    // Faster than wanted: nose up. The trend counts as much as the difference.
    const error = clamp(seen.kias - pitch.kias, -12, 12);
    hands.speedPitchDeg = clamp(
      hands.speedPitchDeg + dt * (0.16 * error + 0.5 * seen.accelerationKtPerS),
      -16,
      22,
    );
    hands.pitchDeg = hands.speedPitchDeg + 0.35 * error + 0.9 * seen.accelerationKtPerS + pull;
    return hands.pitchDeg;
  }
  if (pitch.by === 'stick') return seen.pitchDeg;
  const most = pitch.by === 'altitude' ? (pitch.mostFpm ?? 500) : 2000;
  const fpm =
    pitch.by === 'altitude'
      ? clamp(7 * aim.attention * (pitch.altitudeFt - seen.altitudeFt), -most, most)
      : pitch.fpm;
  const error = degrees((((fpm - seen.verticalFpm) / 60) * 0.3048) / speedMps);
  hands.pathDeg = clamp(hands.pathDeg + 0.5 * aim.attention * dt * clamp(error, -4, 4), -20, 24);
  hands.pitchDeg = hands.pathDeg + aim.attention * 0.9 * clamp(error, -5, 5) + pull;
  return hands.pitchDeg;
}

function elevator(hands: Hands, aim: Aim, seen: Seen, flight: Flight, dt: number, stiffness: number): void {
  if (aim.pitch.by === 'stick') {
    hands.elevator += clamp(aim.pitch.elevator - hands.elevator, -1.2 * dt, 1.2 * dt);
    hands.pitchDeg = seen.pitchDeg;
    return;
  }
  if (aim.heedsWarning && seen.warning) {
    hands.elevator = Math.max(-0.15, hands.elevator - 1.6 * dt);
    hands.lastAim = 'letting go';
    return;
  }
  if (aim.pitch.by !== hands.lastAim) takeOver(hands, aim, seen, flight);
  const wanted = wantedPitch(hands, aim, seen, flight, dt);
  const bank = radians(clamp(seen.bankDeg, -75, 75));
  const pitchRate = clamp(1.4 * (wanted - seen.pitchDeg), -9, 9);
  const wantedQ = (pitchRate + seen.r * Math.sin(bank)) / Math.max(0.35, Math.cos(bank));
  const error = wantedQ - seen.q;
  hands.elevator = clamp(hands.elevator + dt * stiffness * 0.028 * error, -1, 1);
  // The rate is answered at once, the rest by and by.
  flight.controls.elevator += clamp(dt * stiffness * 0.05 * error, -0.05, 0.05);
}

/** From one way of flying the pitch to another without a jerk: the new one begins where the nose is. */
function takeOver(hands: Hands, aim: Aim, seen: Seen, flight: Flight): void {
  const pull = aim.pull * pullDeg(seen, flight, seen.bankDeg);
  hands.lastAim = aim.pitch.by;
  hands.pitchDeg = seen.pitchDeg;
  hands.speedPitchDeg = seen.pitchDeg - pull;
  hands.pathDeg = seen.pitchDeg - pull;
}

function aileron(hands: Hands, aim: Aim, seen: Seen, dt: number): number {
  if (aim.bank.by === 'stick') {
    hands.aileron += clamp(aim.bank.aileron - hands.aileron, -3 * dt, 3 * dt);
    return hands.aileron;
  }
  const wanted = aim.bank.by === 'bank' ? aim.bank.deg : headingBank(aim.bank, seen);
  const rate = clamp(1.5 * (wanted - seen.bankDeg), -aim.rollDegPerS, aim.rollDegPerS);
  const softness = clamp(GAIN_SPEED_KT / Math.max(seen.kias, 35), 0.6, 2.2);
  const error = rate - seen.p;
  hands.aileron = clamp(hands.aileron + dt * softness * 0.009 * error, -0.5, 0.5);
  return hands.aileron + softness * (0.0165 * rate + 0.008 * error);
}

/** The bank that brings a heading; steeper the further there is to go. */
function headingBank(aim: { deg: number; mostDeg?: number }, seen: Seen): number {
  const most = aim.mostDeg ?? 20;
  const toGo = aim.deg - seen.headingDeg;
  return clamp(1.3 * toGo, -most, most);
}

function rudder(hands: Hands, aim: Aim, seen: Seen, dt: number, stiffness: number): number {
  if (aim.rudder.by === 'pedal') {
    hands.rudder += clamp(aim.rudder.rudder - hands.rudder, -1.5 * dt, 1.5 * dt);
    return hands.rudder;
  }
  if (aim.rudder.by === 'nose') {
    const off = clamp(1.2 * (aim.rudder.deg - seen.headingDeg), -10, 10) - seen.r;
    hands.rudder = clamp(hands.rudder + dt * 0.06 * off, -1, 1);
    return hands.rudder + 0.03 * off;
  }
  // A force to the right is a ball on the left: press left.
  const off = seen.lateralG - (aim.rudder.offG ?? 0);
  const softly = Math.sqrt(stiffness);
  const quick = aim.rudder.offG === undefined ? 1.6 : 4;
  hands.rudder = clamp(hands.rudder - dt * quick * softly * off, -1, 1);
  return hands.rudder - 0.5 * softly * off;
}

function throttle(hands: Hands, aim: Aim, seen: Seen, flight: Flight, dt: number): void {
  const { power } = aim;
  let now = 0;
  if (power.by === 'speed') {
    const offKt = power.kias - seen.kias;
    // What the air took beyond a few knots is met at once, by a hand that does not wait for it to come back.
    const taken = Math.sign(offKt) * Math.max(0, Math.abs(offKt) - TAKEN_KT);
    now = 0.012 * clamp(offKt, -8, 8) + 0.04 * clamp(taken, -10, 10);
    // Far from the speed the lever is at its limit for the moment: nothing is learnt from that.
    const near = Math.abs(power.kias - seen.kias) < 4;
    if (near) hands.powerBias += dt * 0.003 * (power.kias - seen.kias - 2 * seen.accelerationKtPerS);
    else hands.powerBias -= (dt / 10) * hands.powerBias;
  } else if (power.by === 'altitude') {
    const fpm = clamp(5 * (power.altitudeFt - seen.altitudeFt), -300, 300);
    const error = clamp(fpm - seen.verticalFpm, -400, 400);
    hands.powerBias += dt * 0.00012 * error;
    now = 0.0004 * error;
  } else hands.powerBias = 0;
  hands.powerBias = clamp(hands.powerBias, -0.3, 0.45);
  const wanted = clamp(power.throttle + hands.powerBias + now, 0, 1);
  hands.throttle += clamp(wanted - hands.throttle, -0.45 * dt, 0.45 * dt);
  flight.controls.throttle = hands.throttle;
}
