/**
 * Lift of a wing section below and past the stall. Attached: c_l = a (α − α₀). Fully separated: a plate's,
 * 1.1 sin 2α. Between them the attached share X of the section, which in steady flow falls from 1 to 0 about the
 * angle α* and in unsteady flow follows with a lag. (Angles in radians.)
 */

// Named once: a look-up of the global object in every call costs more than the call.
const { abs, exp, sin } = Math;

/** How sharply the flow lets go, rad. */
const SHARPNESS_RAD = 0.02;
const PLATE_LIFT = 1.1;
/** Drag of a plate across the flow; well past the stall, about this angle and so gradually, the whole airplane lies across it. */
const PLATE_DRAG = 1.6;
const DEEP_DRAG = 2;
const DEEP_RAD = 0.5;
const DEEP_WIDTH_RAD = 0.03;

/** Attached share in steady flow. */
export const steadyAttachment = (alphaRad: number, stallRad: number): number =>
  1 / (1 + exp((alphaRad - stallRad) / SHARPNESS_RAD));

/** `attachedCl`: what the section would lift without separation. */
export const sectionLift = (attachedCl: number, alphaRad: number, attached: number): number =>
  attached * attachedCl + (1 - attached) * PLATE_LIFT * sin(2 * alphaRad);

/** Drag that separation adds. */
export function separationDrag(alphaRad: number, attached: number): number {
  const sine = sin(alphaRad);
  const deep = alphaRad < 0.3 ? 0 : 1 / (1 + exp((DEEP_RAD - alphaRad) / DEEP_WIDTH_RAD));
  return (1 - attached) * (PLATE_DRAG + DEEP_DRAG * deep) * sine * sine;
}

/** Lift coefficient of a tail surface: linear to its stall, a plate's beyond. */
export function surfaceLift(slope: number, angleRad: number): number {
  const attached = 1 / (1 + exp((abs(angleRad) - 0.33) / 0.04));
  return sectionLift(slope * angleRad, angleRad, attached);
}
