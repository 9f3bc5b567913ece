/** One flight: an airplane in its air, stepped at a fixed rate. The same seed and controls give the same flight. */
import { radians } from '../../units/angles.ts';
import { KT_TO_MPS } from '../../units/convert.ts';
import { type Random, seededRandom } from '../random.ts';
import { type Airframe, PANELS } from './airframe.ts';
import { type Air, lookAt, type Motion, noMotion, stillAir } from './motion.ts';
import { type Controls, copyState, neutralControls, type State } from './state.ts';
import { type Gusts, stepGusts, stillGusts, type Turbulence } from './turbulence.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { cos, max, min, sin, sqrt } = Math;

export const STEP_HZ = 120;
export const STEP_S = 1 / STEP_HZ;

/** Degrees a second that an electric flap moves, and the time that throttle and engine take to follow. */
const FLAP_RATE_DEG_PER_S = 6;
const THROTTLE_LAG_S = 0.2;

export interface Weather {
  windFromDeg?: number;
  windKt?: number;
  turbulence?: Turbulence;
  /** Warmer than the standard atmosphere, °C. */
  warmerC?: number;
}

export interface Flight {
  airframe: Airframe;
  state: State;
  controls: Controls;
  motion: Motion;
  /** Where the air mass goes, m/s. */
  windNorthMps: number;
  windEastMps: number;
  air: Air;
  gusts: Gusts;
  random: Random;
  /** The latest look's accelerations, for the two-step rule. */
  before: Float64Array;
  begun: boolean;
}

/** Begins a flight from a state, such as a trimmed one. */
export function beginFlight(
  airframe: Airframe,
  start: { state: State; controls: Controls },
  weather: Weather = {},
  seed = 1,
): Flight {
  const from = radians(weather.windFromDeg ?? 0);
  const speed = (weather.windKt ?? 0) * KT_TO_MPS;
  const flight: Flight = {
    airframe,
    state: copyState(start.state),
    controls: { ...neutralControls(), ...start.controls },
    motion: noMotion(),
    windNorthMps: -speed * cos(from),
    windEastMps: -speed * sin(from),
    air: stillAir(weather.warmerC),
    gusts: stillGusts(weather.turbulence ?? 'none'),
    random: seededRandom(seed),
    before: new Float64Array(6),
    begun: false,
  };
  // So that the instruments show something before the first step.
  lookAt(flight.state, airframe, flight.controls, flight.air, flight.motion);
  return flight;
}

const toward = (value: number, wanted: number, most: number): number =>
  value + max(-most, min(most, wanted - value));

/**
 * One step. Velocities by Adams and Bashforth's two-step rule, attitude and position by the new velocities; second
 * order where it matters, one look a step.
 */
export function stepFlight(flight: Flight): void {
  const { airframe, state, controls, motion, air, before } = flight;
  const h = STEP_S;
  stepGusts(flight.gusts, air, motion.flow.speed, flight.random, h);
  state.flapsDeg = toward(state.flapsDeg, controls.flapsDeg, FLAP_RATE_DEG_PER_S * h);
  state.throttle += ((controls.throttle - state.throttle) * h) / (THROTTLE_LAG_S + h);
  lookAt(state, airframe, controls, air, motion);
  const { uDot, vDot, wDot, pDot, qDot, rDot, wing, power, flow } = motion;
  if (!flight.begun) {
    setAll(before, uDot, vDot, wDot, pDot, qDot, rDot);
    flight.begun = true;
  }
  state.u += h * (1.5 * uDot - 0.5 * before[0]);
  state.v += h * (1.5 * vDot - 0.5 * before[1]);
  state.w += h * (1.5 * wDot - 0.5 * before[2]);
  state.p += h * (1.5 * pDot - 0.5 * before[3]);
  state.q += h * (1.5 * qDot - 0.5 * before[4]);
  state.r += h * (1.5 * rDot - 0.5 * before[5]);
  setAll(before, uDot, vDot, wDot, pDot, qDot, rDot);
  turnAttitude(state, h);
  moveOn(flight, h);

  // The wake takes its time: a few chords for the wing's own flow, the way to the tail for the downwash.
  const speed = max(flow.speed, 8);
  const lag = h / ((SEPARATION_CHORDS * airframe.chordM) / speed + h);
  for (let i = 0; i < PANELS; i++) state.attached[i] += lag * (wing.wanted[i] - state.attached[i]);
  state.wingCl = wing.cl;
  const tailLag = h / (airframe.tail.armM / speed + h);
  state.downwashRad += tailLag * (airframe.downwash * wing.cl * flow.induced - state.downwashRad);
  state.turns = max(0.5, state.turns + h * power.turnsRate);
  state.timeS += h;
}

const SEPARATION_CHORDS = 4;

function setAll(to: Float64Array, a: number, b: number, c: number, d: number, e: number, f: number): void {
  to[0] = a;
  to[1] = b;
  to[2] = c;
  to[3] = d;
  to[4] = e;
  to[5] = f;
}

function turnAttitude(state: State, h: number): void {
  const { e0, e1, e2, e3, p, q, r } = state;
  const a = e0 - 0.5 * h * (e1 * p + e2 * q + e3 * r);
  const b = e1 + 0.5 * h * (e0 * p + e2 * r - e3 * q);
  const c = e2 + 0.5 * h * (e0 * q + e3 * p - e1 * r);
  const d = e3 + 0.5 * h * (e0 * r + e1 * q - e2 * p);
  const size = 1 / sqrt(a * a + b * b + c * c + d * d);
  state.e0 = a * size;
  state.e1 = b * size;
  state.e2 = c * size;
  state.e3 = d * size;
}

/** Lays a runway below at a height, m. */
export function layRunway(flight: Flight, runwayM: number): void {
  const { windNorthMps, windEastMps } = flight;
  flight.air.surface = { runwayM, windNorthMps, windEastMps };
}

/** Velocity over the ground, m/s: north, east, and up. */
export function groundVelocity(flight: Flight): { north: number; east: number; up: number } {
  const { e0, e1, e2, e3, u, v, w } = flight.state;
  return {
    north:
      (e0 * e0 + e1 * e1 - e2 * e2 - e3 * e3) * u +
      2 * (e1 * e2 - e0 * e3) * v +
      2 * (e1 * e3 + e0 * e2) * w +
      flight.windNorthMps,
    east:
      2 * (e1 * e2 + e0 * e3) * u +
      (e0 * e0 - e1 * e1 + e2 * e2 - e3 * e3) * v +
      2 * (e2 * e3 - e0 * e1) * w +
      flight.windEastMps,
    up: -(
      2 * (e1 * e3 - e0 * e2) * u +
      2 * (e2 * e3 + e0 * e1) * v +
      (e0 * e0 - e1 * e1 - e2 * e2 + e3 * e3) * w
    ),
  };
}

/** Speed over the ground, m/s. */
export function groundSpeedMps(flight: Flight): number {
  const { north, east } = groundVelocity(flight);
  return Math.hypot(north, east);
}

function moveOn(flight: Flight, h: number): void {
  const { north, east, up } = groundVelocity(flight);
  flight.state.northM += h * north;
  flight.state.eastM += h * east;
  flight.state.altitudeM += h * up;
}
