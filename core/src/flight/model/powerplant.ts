/**
 * Engine and propeller of the performance model, in motion. A fixed-pitch propeller turns as engine and air drive it;
 * a governor holds a constant-speed one. With the throttle closed the drag is that of the book's glide.
 * Clockwise seen from behind: torque rolls left, and at an angle of attack the downgoing blade on the right pulls more.
 */

import { SEA_LEVEL_DENSITY_KGM3 } from '../../atmosphere/atmosphere.ts';
import { densityFactor, manifoldOfPercent } from '../../performance/engine.ts';
import { shaftPowerW, thrustN, thrustOfPower } from '../../performance/propeller.ts';
import type { Airframe } from './airframe.ts';
import { DRAWN_MPS, type Flow, type Forces } from './forces.ts';
import type { State } from './state.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { atan2, max, min, sin } = Math;

/** An idling propeller windmills at this much more than the advance ratio of no thrust. */
const WINDMILL = 1.12;
/** Yawing moment for a radian of angle of attack, as a share of thrust times diameter. */
const P_FACTOR = 1.3;
/** The wing roots straighten the turning slipstream and take most of the torque's roll with it. */
const TORQUE_LEFT = 0.3;
/** The thrust line passes this far below the centre of gravity, as a share of the chord. */
const THRUST_LINE = 0;

export interface PowerOut {
  thrust: number;
  torque: number;
  /** Change of the turns a second, 1/s². */
  turnsRate: number;
  shaftPowerW: number;
}

export function addPower(f: Forces, flow: Flow, airframe: Airframe, state: State, out: PowerOut): void {
  const { model, propeller: disc } = airframe;
  const { propeller } = model;
  if (propeller.kind === 'fixed-pitch') fixedPitch(flow, airframe, state, out);
  else constantSpeed(flow, airframe, state, out);
  const ahead = max(flow.u, DRAWN_MPS);
  const alpha = atan2(flow.w, ahead);
  const sideslip = atan2(flow.v, ahead);
  f.x += out.thrust;
  f.m += THRUST_LINE * airframe.chordM * out.thrust;
  f.l -= TORQUE_LEFT * out.torque;
  f.n -= P_FACTOR * out.thrust * propeller.diameterM * sin(alpha);
  f.m -= P_FACTOR * out.thrust * propeller.diameterM * sin(sideslip);
  // The spinning propeller as a gyroscope.
  const momentum = disc.inertiaKgM2 * 2 * Math.PI * state.turns;
  f.m -= momentum * state.r;
  f.n += momentum * state.q;
}

function fixedPitch(flow: Flow, airframe: Airframe, state: State, out: PowerOut): void {
  const { model } = airframe;
  const propeller = model.propeller as Extract<typeof model.propeller, { kind: 'fixed-pitch' }>;
  const { engine, polar, idleCd } = model;
  const D = propeller.diameterM;
  const { rho } = flow;
  const v = max(flow.u, 0);
  const n = max(state.turns, 1);
  const [a, b] = propeller.thrust;
  const [c, d] = propeller.power;
  const thrustless = a / b;
  const windmill = thrustless * WINDMILL;
  const advance = v / (n * D);
  out.thrust =
    advance < thrustless
      ? thrustN(propeller, rho, n, v)
      : -idleCd * flow.q0 * polar.wingAreaM2 * ((advance / thrustless - 1) / (WINDMILL - 1));
  out.shaftPowerW = shaftPowerW(propeller, rho, n, v);
  const absorbed = out.shaftPowerW / (2 * Math.PI * n);
  const full =
    (engine.ratedPowerW / (2 * Math.PI * engine.ratedTurns)) * densityFactor(rho / SEA_LEVEL_DENSITY_KGM3);
  // Closed: what keeps it windmilling, and the idle stop's push below idling speed.
  const idle =
    ((c - d * windmill * windmill) * rho * n * n * D ** 5) / (2 * Math.PI) +
    max(0, airframe.idleTurns - n) * 0.12 * full;
  const driven = idle + state.throttle * (full - idle);
  out.torque = driven;
  out.turnsRate = (driven - absorbed) / (2 * Math.PI * airframe.propeller.inertiaKgM2);
}

/** Where a governor holds the turns, only the manifold pressure tells what the throttle does. */
export const hasManifoldGauge = ({ model }: Airframe): boolean => model.propeller.kind === 'constant-speed';

/** Manifold pressure, inHg, of a shaft power in W at a pressure altitude in ft. */
export const manifoldInHg = ({ model: { engine } }: Airframe, powerW: number, altitudeFt: number): number =>
  manifoldOfPercent(engine, (100 * powerW) / engine.ratedPowerW, altitudeFt);

/** The governor's own speed. */
const governed = (airframe: Airframe): number => 0.92 * airframe.model.engine.ratedTurns;

function constantSpeed(flow: Flow, airframe: Airframe, state: State, out: PowerOut): void {
  const { model } = airframe;
  const propeller = model.propeller as Extract<typeof model.propeller, { kind: 'constant-speed' }>;
  const v = max(flow.u, 10);
  const sigma = flow.rho / SEA_LEVEL_DENSITY_KGM3;
  const power = model.engine.ratedPowerW * densityFactor(sigma) * state.throttle;
  const idleDrag = model.idleCd * flow.q0 * model.polar.wingAreaM2;
  out.shaftPowerW = power;
  out.thrust = thrustOfPower(propeller, flow.rho, power, v) - idleDrag * max(0, 1 - 5 * state.throttle);
  out.torque = power / (2 * Math.PI * max(state.turns, 5));
  out.turnsRate = 3 * (governed(airframe) * min(1, 0.6 + 2 * state.throttle) - state.turns);
}
