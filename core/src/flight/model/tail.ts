/** Fuselage, tailplane and fin: what steadies the airplane, and what elevator and rudder move. */
import type { Airframe } from './airframe.ts';
import { DRAWN_MPS, type Flow, type Forces } from './forces.ts';
import { surfaceLift } from './lift-curve.ts';
import type { Controls, State } from './state.ts';
import { clampUnit } from './wing.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { atan2, exp, max, sin } = Math;

/**
 * Fuselage: side force and yawing moment for a radian of sideslip, and damping of yaw; all from memory. The side force is
 * above what most tables give, so that the ball lies out as far as it does in flight with the feet asleep.
 */
const BODY_SIDE = -1;
const BODY_YAW = -0.05;
const BODY_YAW_DAMPING = -0.03;
/** Broadside in the wake of a stalled wing the fuselage damps the yaw of a spin. */
const WAKE_YAW_DAMPING = -0.2;
/** Pitching moment of the fuselage for a radian of angle of attack. */
const BODY_PITCH = 0.15;
/** Share of the slipstream that meets tailplane and fin. */
const TAIL_IN_SLIPSTREAM = 0.25;
const FIN_IN_SLIPSTREAM = 0.5;
/** The slipstream turns with the propeller and meets the fin from the left. */
const SWIRL = 1.2;
/** Past this angle of attack tailplane and fin stand in the wing's wake. */
const WAKE_RAD = 0.4;

/** `thrust` and `torque` of the propeller, N and N m. */
export function addTail(
  f: Forces,
  flow: Flow,
  airframe: Airframe,
  state: State,
  controls: Controls,
  thrust: number,
  torque: number,
): void {
  const { tail, fin, wingAreaM2, chordM, spanM, power, propeller, model, tabs } = airframe;
  const { q0, u, v, w, p, q, r, speed } = flow;
  const forward = max(u, DRAWN_MPS);
  const slipstream = max(-0.15 * q0, thrust / propeller.discM2);

  const high = atan2(w, u);
  const wake = 1 / (1 + exp((WAKE_RAD - high) / 0.06));

  // The drag that is not the wing's; it grows with the sideslip.
  const slip = v / (speed + 1e-6);
  const bodyDrag = 0.65 * model.polar.cd0 + 0.6 * slip * slip;
  f.x -= q0 * wingAreaM2 * bodyDrag;
  f.y += q0 * wingAreaM2 * BODY_SIDE * slip;
  f.n +=
    q0 *
    wingAreaM2 *
    spanM *
    (BODY_YAW * -slip + ((BODY_YAW_DAMPING + WAKE_YAW_DAMPING * wake) * r * spanM) / (2 * speed + 1e-6));
  f.m += q0 * wingAreaM2 * chordM * BODY_PITCH * sin(high);

  const angle = atan2(w + q * tail.armM, forward) - state.downwashRad + tail.incidenceRad;
  const elevator = clampUnit(controls.elevator) * power.elevator + clampUnit(controls.trim) * power.trim;
  const tailPressure = (q0 + TAIL_IN_SLIPSTREAM * slipstream) * (1 - 0.4 * wake);
  const download = -tailPressure * tail.areaM2 * surfaceLift(tail.slope, angle - elevator);
  f.z += download;
  f.m += tail.armM * download;

  const finPressure = (q0 + FIN_IN_SLIPSTREAM * slipstream) * (1 - 0.6 * wake);
  const swirl =
    (SWIRL * torque) / ((q0 + slipstream + 1) * propeller.discM2 * model.propeller.diameterM + 1e-6);
  const side = atan2(v - r * fin.armM + p * fin.heightM, forward) - swirl;
  const rudder = clampUnit(controls.rudder + tabs.rudder) * power.rudder;
  const sideForce = -finPressure * fin.areaM2 * surfaceLift(fin.slope, side + rudder);
  f.y += sideForce;
  f.n -= fin.armM * sideForce;
  f.l += fin.heightM * sideForce;
}
