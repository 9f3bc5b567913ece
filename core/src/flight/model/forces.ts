/** The sum of forces (N) and moments (N m) about the centre of gravity, in body axes. */
export interface Forces {
  x: number;
  y: number;
  z: number;
  l: number;
  m: number;
  n: number;
}

export const noForces = (): Forces => ({ x: 0, y: 0, z: 0, l: 0, m: 0, n: 0 });

export function clear(f: Forces): void {
  f.x = 0;
  f.y = 0;
  f.z = 0;
  f.l = 0;
  f.m = 0;
  f.n = 0;
}

/** The air as it comes to the airplane: velocity along the body axes, m/s, rates, rad/s, and density. */
export interface Flow {
  u: number;
  v: number;
  w: number;
  p: number;
  q: number;
  r: number;
  speed: number;
  rho: number;
  /** Dynamic pressure, Pa. */
  q0: number;
  /** Share of the induced flow that the ground leaves: 1 away from it. */
  induced: number;
}

/** Air drawn through the propeller: what reaches it and the tail comes from ahead at this speed at least, m/s. */
export const DRAWN_MPS = 10;

export const noFlow = (): Flow => ({
  u: 0,
  v: 0,
  w: 0,
  p: 0,
  q: 0,
  r: 0,
  speed: 0,
  rho: 1.2,
  q0: 0,
  induced: 1,
});
