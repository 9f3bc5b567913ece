/** Angles in degrees and radians, and the ways round a circle. */
const RAD_PER_DEG = Math.PI / 180;

export const radians = (deg: number): number => deg * RAD_PER_DEG;
export const degrees = (rad: number): number => rad / RAD_PER_DEG;

/** An angle in [0, 360); 360 itself for what lies so little below north that it rounds to it. */
export function wrap360(deg: number): number {
  const wrapped = deg % 360;
  return wrapped < 0 ? wrapped + 360 : wrapped;
}

/** A heading as pilots say it, in (0, 360]: north is 360. */
export function compassDeg(deg: number): number {
  const wrapped = wrap360(deg);
  return wrapped === 0 ? 360 : wrapped;
}

/** The shortest turn from one heading to another, in (−180, 180], right positive. */
export function shortestTurnDeg(fromDeg: number, toDeg: number): number {
  const turn = wrap360(toDeg - fromDeg);
  return turn > 180 ? turn - 360 : turn;
}
