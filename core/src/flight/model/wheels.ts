/**
 * The wheels on a runway. A spring with its damper carries the weight, a tyre holds sideways up to its grip, and what rolls
 * or is braked pulls back; so the airplane runs straight or swings, bounces, and is turned into its direction of travel when
 * it touches in a crab.
 */
import { radians } from '../../units/angles.ts';
import { G0_MPS2 } from '../../units/convert.ts';
import type { Airframe } from './airframe.ts';
import type { Flow, Forces } from './forces.ts';
import type { Controls, State } from './state.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { atan2, abs, cos, exp, max, min, pow, sin, sqrt } = Math;

/** What lies below: the height of the runway, and how the air moves over it. */
export interface Surface {
  runwayM: number;
  windNorthMps: number;
  windEastMps: number;
}

/** Share of the load on a wheel that it takes to roll it, and to brake it with full brakes. */
const ROLLING = 0.02;
const BRAKING = 0.285;
/** A tyre's grip sideways for a radian of slip, and the most of it, as shares of its load. */
const GRIP_PER_RAD = 7;
const MOST_GRIP = 0.6;
/** Below these speeds the tyre creeps instead of slipping, m/s. */
const CREEPS_SIDEWAYS_MPS = 2;
const CREEPS_MPS = 0.1;
/** Slower than this, braked, it stands; and what still moves is stopped at this rate. */
const RESTS_MPS = 0.3;
const RESTS_RAD_S = 0.06;
const STOPS_PER_S = 20;
/** Full pedal turns the nose wheel by this, and slowly, with a foot on the inner brake, by so much more. */
const STEERING_RAD = radians(11);
const BY_BRAKE_RAD = radians(16);
const BY_BRAKE_MPS = 8;
/** Higher than this nothing can touch, m. */
const REACH_M = 3;

/** Adds what the wheels do. @returns the load on each wheel as a share of the weight, all added up; nothing is allocated. */
export function addWheels(
  f: Forces,
  { massKg, inertia, undercarriage }: Pick<Airframe, 'massKg' | 'inertia' | 'undercarriage'>,
  state: State,
  controls: Controls,
  surface: Surface,
): number {
  const { wheels, restM } = undercarriage;
  const below = surface.runwayM - state.altitudeM;
  if (below < -REACH_M) return 0;
  const { e0, e1, e2, e3, u, v, w, p, q, r } = state;
  // The earth's down, north and east along the body's axes.
  const dx = 2 * (e1 * e3 - e0 * e2);
  const dy = 2 * (e2 * e3 + e0 * e1);
  const dz = e0 * e0 - e1 * e1 - e2 * e2 + e3 * e3;
  const { windNorthMps: n, windEastMps: e } = surface;
  const gu = u + n * (e0 * e0 + e1 * e1 - e2 * e2 - e3 * e3) + e * 2 * (e1 * e2 + e0 * e3);
  const gv = v + n * 2 * (e1 * e2 - e0 * e3) + e * (e0 * e0 - e1 * e1 + e2 * e2 - e3 * e3);
  const gw = w + n * 2 * (e1 * e3 + e0 * e2) + e * 2 * (e2 * e3 - e0 * e1);
  const slowly = max(0, 1 - abs(gu) / BY_BRAKE_MPS);
  const steer = (STEERING_RAD + BY_BRAKE_RAD * slowly) * max(-1, min(1, controls.rudder));
  const pushed = sqrt(f.x * f.x + f.y * f.y);
  let carried = 0;
  for (const wheel of wheels) {
    const { x, y, z } = wheel;
    const pressed = below - restM + dx * x + dy * y + dz * z;
    if (pressed <= 0) continue;
    const vx = gu + q * z - r * y;
    const vy = gv + r * x - p * z;
    const vz = gw + p * y - q * x;
    const load = max(0, wheel.springNpm * pressed + wheel.dampingNspm * (dx * vx + dy * vy + dz * vz));
    const turned = wheel.steered ? steer : 0;
    const [c, s] = [cos(turned), sin(turned)];
    const along = vx * c + vy * s;
    const slip = atan2(vy * c - vx * s, max(abs(along), CREEPS_SIDEWAYS_MPS));
    const braked = wheel.steered ? 0 : BRAKING * controls.brakes;
    const back = -load * (ROLLING + braked) * max(-1, min(1, along / CREEPS_MPS));
    const side = -load * max(-MOST_GRIP, min(MOST_GRIP, GRIP_PER_RAD * slip));
    const fx = back * c - side * s - load * dx;
    const fy = back * s + side * c - load * dy;
    const fz = -load * dz;
    f.x += fx;
    f.y += fy;
    f.z += fz;
    f.l += y * fz - z * fy;
    f.m += z * fx - x * fz;
    f.n += x * fy - y * fx;
    carried += load;
  }
  // Braked and at rest, the tyres hold what pushes as far as they grip: a rolling tyre would creep.
  const rests = controls.brakes > 0.5 && gu * gu + gv * gv < RESTS_MPS * RESTS_MPS && abs(r) < RESTS_RAD_S;
  if (rests && pushed < BRAKING * controls.brakes * carried) {
    f.x = -massKg * (G0_MPS2 * dx + STOPS_PER_S * gu);
    f.y = -massKg * (G0_MPS2 * dy + STOPS_PER_S * gv);
    f.n = -inertia.z * STOPS_PER_S * r;
  }
  return carried / (massKg * G0_MPS2);
}

/**
 * How much of the induced flow is left so near to the ground: 1 − exp(−2.48 (2 h/b)^0.768), after M. Asselin, An
 * Introduction to Aircraft Performance (from memory); 1 far away.
 */
export const groundEffect = (heightM: number, spanM: number): number =>
  1 - exp(-2.48 * pow((2 * max(0, heightM)) / spanM, 0.768));

/** From this height down, m, gusts run along the ground more and more: none passes through it. */
const GUSTS_FREE_M = 15;

/**
 * Sets the flow's share of induced flow for the height above the runway.
 * @returns the share of a gust up or down that there still is
 */
export function nearGround(
  flow: Flow,
  { undercarriage, spanM }: Pick<Airframe, 'undercarriage' | 'spanM'>,
  heightM: number,
): number {
  const wingM = max(0, heightM + undercarriage.wingM);
  flow.induced = groundEffect(wingM, spanM);
  return min(1, max(0, heightM) / GUSTS_FREE_M);
}
