/**
 * On its wheels: the airplane goes where it points, the wing carries what it can and the wheels the rest. Plain enough for
 * taxi, takeoff and landing rolls in a recording; it is no model of an undercarriage.
 */
import { radians } from '../../units/angles.ts';
import { G0_MPS2, KT_TO_MPS } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import type { Airframe } from './airframe.ts';
import { type Air, lookAt, type Motion } from './motion.ts';
import { attitude, type Controls, type State, setAttitude } from './state.ts';

/** Rolling friction on a hard runway, and a firm brake, as shares of the weight on the wheels. */
const ROLLING = 0.025;
const BRAKES = 0.28;
const TAXI_MPS2 = 0.6;
const NOSE_DEG_PER_S = 4;

export interface Wheels {
  /** Along the ground, m/s. */
  speedMps: number;
  /** A speed to taxi at, kt; null while it rolls by engine and brakes alone. */
  taxiKt: number | null;
  /** 0 to 1. */
  brakes: number;
  turnDegPerS: number;
  /** Nose above the level attitude that is wanted, deg. */
  noseDeg: number;
}

/** What of a flight the ground has to do with. */
interface Grounded {
  airframe: Airframe;
  state: State;
  controls: Controls;
  motion: Motion;
  air: Air;
  windNorthMps: number;
  windEastMps: number;
  begun: boolean;
  wheels: Wheels | null;
  runwayM: number;
}

export const standing = (): Wheels => ({ speedMps: 0, taxiKt: 0, brakes: 1, turnDegPerS: 0, noseDeg: 0 });

/** One step on the ground; leaves it when the wing carries the weight with the nose raised. */
export function rollOn(flight: Grounded, wheels: Wheels, h: number): void {
  const { state, airframe, controls, air, motion } = flight;
  const { heading, pitch } = attitude(state);
  const turned = heading + radians(wheels.turnDegPerS) * h;
  const nose =
    pitch + clamp(radians(wheels.noseDeg) - pitch, -radians(NOSE_DEG_PER_S) * h, radians(NOSE_DEG_PER_S) * h);
  setAttitude(state, 0, nose, turned);
  setAirVelocity(flight, wheels.speedMps, turned, nose);
  lookAt(state, airframe, controls, air, motion);
  state.turns = Math.max(0.5, state.turns + h * motion.power.turnsRate);
  state.wingCl = motion.wing.cl;
  const carried = clamp(-motion.downG, 0, 1);
  wheels.speedMps = Math.max(0, wheels.speedMps + h * alongMps2(wheels, motion.alongG, carried));
  state.northM += h * wheels.speedMps * Math.cos(turned);
  state.eastM += h * wheels.speedMps * Math.sin(turned);
  state.timeS += h;
  if (wheels.noseDeg > 0 && carried >= 1) flight.wheels = null;
}

/** By the wanted taxi speed, or by engine, drag, friction and brakes. */
function alongMps2({ speedMps, taxiKt, brakes }: Wheels, alongG: number, carried: number): number {
  if (taxiKt !== null) return clamp(2 * (taxiKt * KT_TO_MPS - speedMps), -2 * TAXI_MPS2, TAXI_MPS2);
  const held = (1 - carried) * (ROLLING + BRAKES * brakes);
  return G0_MPS2 * (alongG - (speedMps > 0 ? held : Math.min(held, Math.max(0, alongG))));
}

/** What the air sees of an airplane that moves along its heading over the ground. */
function setAirVelocity(flight: Grounded, speedMps: number, heading: number, pitch: number): void {
  const { state, windNorthMps, windEastMps } = flight;
  const along = speedMps - (windNorthMps * Math.cos(heading) + windEastMps * Math.sin(heading));
  const across = windNorthMps * Math.sin(heading) - windEastMps * Math.cos(heading);
  state.u = along * Math.cos(pitch);
  state.w = along * Math.sin(pitch);
  state.v = across;
  state.p = 0;
  state.q = 0;
  state.r = 0;
}

/** From the air onto the wheels, as it passes the runway's height. */
export function touchDown(flight: Grounded, groundSpeedMps: number): void {
  flight.state.altitudeM = flight.runwayM;
  flight.wheels = { speedMps: groundSpeedMps, taxiKt: null, brakes: 0, turnDegPerS: 0, noseDeg: 0 };
  flight.begun = false;
}
