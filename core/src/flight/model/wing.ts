/**
 * The wing, panel by panel, each in the air that it meets itself: so adverse yaw (the lift of the rising wing leans
 * back), overbanking (the outer wing is faster), roll damping and the dropping wing come out of the geometry.
 */
import { type Airframe, type FlapPoint, PANELS } from './airframe.ts';
import type { Flow, Forces } from './forces.ts';
import { sectionLift, separationDrag, steadyAttachment } from './lift-curve.ts';
import type { Controls, State } from './state.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { atan2, max, min, sqrt } = Math;

/** A downgoing aileron brings its part of the wing nearer to the stall. */
const AILERON_STALL_SHARE = 0.9;
/** In a sideslip the fuselage shades the root of the lee wing: it stalls earlier, by so much for a radian. */
const SHADE = 0.6;
/** The downgoing aileron's drag, for a radian. */
const AILERON_DRAG = 0.35;
/** The wing's own share of the drag without lift. */
const WING_DRAG_SHARE = 0.35;
/** Centre of pressure behind the centre of gravity, chords: attached, and how much further when separated. */
const ATTACHED_ARM = 0.02;
const SEPARATED_ARM = 0.08;
/** Pitching moment coefficient of the section, and what a flap's lift adds to it. */
const SECTION_CM = -0.03;
const FLAP_CM = -0.26;
/** Flow that the fuselage turns up at the windward root: rolling moment for a radian of sideslip. */
const ROOT_ROLL = 0.132;

export interface WingOut {
  /** Lift coefficient of the wing. */
  cl: number;
  /** What each panel's attached share tends to. */
  wanted: Float64Array;
}

export function addWing(
  f: Forces,
  flow: Flow,
  airframe: Airframe,
  state: State,
  controls: Controls,
  flap: FlapPoint,
  out: WingOut,
): void {
  const { y, twist, later, flapped, aileroned } = airframe.panel;
  const { chordM, liftSlope, zeroLiftRad, incidenceRad, dihedralRad, model, wingAreaM2, spanM } = airframe;
  const area = wingAreaM2 / PANELS;
  const aileron = airframe.power.aileron * clampUnit(controls.aileron + airframe.tabs.aileron);
  const profile = WING_DRAG_SHARE * model.polar.cd0;
  // The drag of lift goes with the whole wing's induced flow: its sum is the polar's k C_L².
  const induced = model.polar.k * state.wingCl * flow.induced;
  // Near the ground the wing acts as one of a larger aspect ratio.
  const slope = liftSlope * ((1 + 2 / model.aspectRatio) / (1 + (2 * flow.induced) / model.aspectRatio));
  let lift = 0;
  for (let i = 0; i < PANELS; i++) {
    const along = flow.u - flow.r * y[i];
    const down = flow.w + flow.p * y[i];
    const side = y[i] > 0 ? 1 : -1;
    const speed2 = along * along + down * down;
    const speed = sqrt(speed2) + 1e-6;
    const flowAngle = atan2(down, along);
    const windward = (side * flow.v * dihedralRad) / speed;
    const alpha = flowAngle + windward + incidenceRad + twist[i];
    const deflection = aileron * aileroned[i];
    const shade = SHADE * flapped[i] * max(0, (-side * flow.v) / speed);
    const stall = flap.stallRad + later[i] - AILERON_STALL_SHARE * max(0, deflection) - shade;
    out.wanted[i] = steadyAttachment(alpha, stall);
    // Air from behind, as in a tailwind on the ground, follows no wing.
    const attached = along > 0 ? state.attached[i] : 0;
    const attachedCl = slope * (alpha - zeroLiftRad + deflection) + flap.lift * flapped[i];
    const cl = sectionLift(attachedCl, alpha, attached);
    const cd =
      profile +
      flap.drag * 2 * flapped[i] +
      AILERON_DRAG * max(0, deflection) +
      cl * induced * attached +
      separationDrag(alpha, attached);
    const pressure = 0.5 * flow.rho * speed2 * area;
    const [cos, sin] = [along / speed, down / speed];
    const fx = pressure * (cl * sin - cd * cos);
    const fz = -pressure * (cl * cos + cd * sin);
    const arm = -chordM * (ATTACHED_ARM + SEPARATED_ARM * (1 - attached));
    const cm = SECTION_CM + FLAP_CM * flap.lift * flapped[i] * attached;
    f.x += fx;
    f.z += fz;
    f.l += y[i] * fz;
    f.m += pressure * chordM * cm - arm * fz;
    f.n -= y[i] * fx;
    lift += cl * speed2;
  }
  out.cl = lift / (PANELS * (flow.speed * flow.speed + 1e-6));
  f.l -= flow.q0 * wingAreaM2 * spanM * ROOT_ROLL * (flow.v / (flow.speed + 1e-6));
}

export const clampUnit = (value: number): number => max(-1, min(1, value));
