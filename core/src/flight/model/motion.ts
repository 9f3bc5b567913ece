/** Six degrees of freedom: from forces to the rates of change of the state (rigid body, flat earth). */
import { densityRatio, SEA_LEVEL_DENSITY_KGM3, standardTemperatureC } from '../../atmosphere/atmosphere.ts';
import { FT_TO_M, G0_MPS2 } from '../../units/convert.ts';
import { type Airframe, type FlapPoint, flapAt, PANELS } from './airframe.ts';
import { clear, type Flow, type Forces, noFlow, noForces } from './forces.ts';
import { addPower, type PowerOut } from './powerplant.ts';
import type { Controls, State } from './state.ts';
import { addTail } from './tail.ts';
import { addWheels, nearGround, type Surface } from './wheels.ts';
import { addWing, type WingOut } from './wing.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { sqrt } = Math;

/** Wind of gusts along the body axes (m/s) and about the roll axis (rad/s), and the air's temperature. */
export interface Air {
  gustU: number;
  gustV: number;
  gustW: number;
  gustP: number;
  /** Warmer than standard, °C. */
  warmerC: number;
  /** Null over no runway: there the airplane never touches. */
  surface: Surface | null;
}

export const stillAir = (warmerC = 0): Air => ({
  gustU: 0,
  gustV: 0,
  gustW: 0,
  gustP: 0,
  warmerC,
  surface: null,
});

/** Everything that one look at the airplane works out, kept and written over from step to step. */
export interface Motion {
  uDot: number;
  vDot: number;
  wDot: number;
  pDot: number;
  qDot: number;
  rDot: number;
  /** Specific force along the axes, in g: what the ball and the seat feel. */
  alongG: number;
  sideG: number;
  downG: number;
  flow: Flow;
  forces: Forces;
  wing: WingOut;
  power: PowerOut;
  flap: FlapPoint;
  /** What the wheels carry, as a share of the weight: 0 in the air. */
  onWheels: number;
}

export const noMotion = (): Motion => ({
  uDot: 0,
  vDot: 0,
  wDot: 0,
  pDot: 0,
  qDot: 0,
  rDot: 0,
  alongG: 0,
  sideG: 0,
  downG: 0,
  flow: noFlow(),
  forces: noForces(),
  wing: { cl: 0, wanted: new Float64Array(PANELS) },
  power: { thrust: 0, torque: 0, turnsRate: 0, shaftPowerW: 0 },
  flap: { share: 0, lift: 0, drag: 0, stallRad: 0, warningRad: 0 },
  onWheels: 0,
});

function airDensity(altitudeM: number, warmerC: number): number {
  const altitudeFt = altitudeM / FT_TO_M;
  return densityRatio(altitudeFt, standardTemperatureC(altitudeFt) + warmerC) * SEA_LEVEL_DENSITY_KGM3;
}

/** Works out `into` for a state; allocates nothing. */
export function lookAt(state: State, airframe: Airframe, controls: Controls, air: Air, into: Motion): void {
  const { flow, forces: f, wing, power } = into;
  const { massKg, inertia } = airframe;
  const { surface } = air;
  const free = surface ? nearGround(flow, airframe, state.altitudeM - surface.runwayM) : 1;
  flow.u = state.u - air.gustU;
  flow.v = state.v - air.gustV;
  flow.w = state.w - air.gustW * free;
  flow.p = state.p - air.gustP * free;
  flow.q = state.q;
  flow.r = state.r;
  flow.speed = sqrt(flow.u * flow.u + flow.v * flow.v + flow.w * flow.w);
  flow.rho = airDensity(state.altitudeM, air.warmerC);
  flow.q0 = 0.5 * flow.rho * flow.speed * flow.speed;
  flapAt(airframe, state.flapsDeg, into.flap);

  clear(f);
  addWing(f, flow, airframe, state, controls, into.flap, wing);
  addPower(f, flow, airframe, state, power);
  addTail(f, flow, airframe, state, controls, power.thrust, power.torque);
  into.onWheels = surface ? addWheels(f, airframe, state, controls, surface) : 0;

  const { e0, e1, e2, e3, u, v, w, p, q, r } = state;
  const gx = 2 * (e1 * e3 - e0 * e2) * G0_MPS2;
  const gy = 2 * (e2 * e3 + e0 * e1) * G0_MPS2;
  const gz = (e0 * e0 - e1 * e1 - e2 * e2 + e3 * e3) * G0_MPS2;
  const [ax, ay, az] = [f.x / massKg, f.y / massKg, f.z / massKg];
  into.alongG = ax / G0_MPS2;
  into.sideG = ay / G0_MPS2;
  into.downG = az / G0_MPS2;
  into.uDot = r * v - q * w + gx + ax;
  into.vDot = p * w - r * u + gy + ay;
  into.wDot = q * u - p * v + gz + az;
  into.pDot = (f.l - (inertia.z - inertia.y) * q * r) / inertia.x;
  into.qDot = (f.m - (inertia.x - inertia.z) * p * r) / inertia.y;
  into.rDot = (f.n - (inertia.y - inertia.x) * p * q) / inertia.z;
}
