/** Rotations as unit quaternions [w, x, y, z], from the device's axes to north, east, down. */
export type Quaternion = Float64Array;
export type Vector = [number, number, number];

/** a after b: what b turns, a turns on. */
export function times(a: Quaternion, b: Quaternion): Quaternion {
  return Float64Array.of(
    a[0] * b[0] - a[1] * b[1] - a[2] * b[2] - a[3] * b[3],
    a[0] * b[1] + a[1] * b[0] + a[2] * b[3] - a[3] * b[2],
    a[0] * b[2] - a[1] * b[3] + a[2] * b[0] + a[3] * b[1],
    a[0] * b[3] + a[1] * b[2] - a[2] * b[1] + a[3] * b[0],
  );
}
export const inverse = (q: Quaternion): Quaternion => Float64Array.of(q[0], -q[1], -q[2], -q[3]);

/** About an axis by its length, rad. */
export function ofVector(x: number, y: number, z: number): Quaternion {
  const angle = Math.hypot(x, y, z);
  const s = angle < 1e-9 ? 0.5 : Math.sin(angle / 2) / angle;
  return Float64Array.of(Math.cos(angle / 2), s * x, s * y, s * z);
}

/** The turn that it is, as a vector, rad; the shorter way. */
export function toVector(q: Quaternion): Vector {
  const sign = q[0] < 0 ? -1 : 1;
  const sine = Math.hypot(q[1], q[2], q[3]);
  const scale = sine < 1e-9 ? 2 * sign : (2 * Math.atan2(sine, sign * q[0]) * sign) / sine;
  return [scale * q[1], scale * q[2], scale * q[3]];
}

export function unit(q: Quaternion): Quaternion {
  const length = Math.hypot(q[0], q[1], q[2], q[3]);
  for (let i = 0; i < 4; i++) q[i] /= length;
  return q;
}

/** The nine cosines, a row after the other: what it makes of the axes. */
export function cosines(q: Quaternion, into: Float64Array): Float64Array {
  const [w, x, y, z] = [q[0], q[1], q[2], q[3]];
  into[0] = 1 - 2 * (y * y + z * z);
  into[1] = 2 * (x * y - w * z);
  into[2] = 2 * (x * z + w * y);
  into[3] = 2 * (x * y + w * z);
  into[4] = 1 - 2 * (x * x + z * z);
  into[5] = 2 * (y * z - w * x);
  into[6] = 2 * (x * z - w * y);
  into[7] = 2 * (y * z + w * x);
  into[8] = 1 - 2 * (x * x + y * y);
  return into;
}

export function turn(q: Quaternion, [x, y, z]: Vector): Vector {
  const r = cosines(q, new Float64Array(9));
  return [r[0] * x + r[1] * y + r[2] * z, r[3] * x + r[4] * y + r[5] * z, r[6] * x + r[7] * y + r[8] * z];
}

/** From what is forward, right and down to north, east and down: bank, pitch and heading, rad. */
export const ofAngles = (bank: number, pitch: number, heading: number): Quaternion =>
  times(times(ofVector(0, 0, heading), ofVector(0, pitch, 0)), ofVector(bank, 0, 0));

export function anglesOf(q: Quaternion): { bank: number; pitch: number; heading: number } {
  const [w, x, y, z] = [q[0], q[1], q[2], q[3]];
  return {
    bank: Math.atan2(2 * (w * x + y * z), 1 - 2 * (x * x + y * y)),
    pitch: Math.asin(Math.max(-1, Math.min(1, 2 * (w * y - z * x)))),
    heading: Math.atan2(2 * (w * z + x * y), 1 - 2 * (y * y + z * z)),
  };
}

/** The mean of rotations that lie near one another: the sum, with all on one side. */
export function meanRotation(all: readonly Quaternion[]): Quaternion | undefined {
  const [first] = all;
  if (!first) return undefined;
  const sum = new Float64Array(4);
  for (const q of all) {
    const side = q[0] * first[0] + q[1] * first[1] + q[2] * first[2] + q[3] * first[3] < 0 ? -1 : 1;
    for (let i = 0; i < 4; i++) sum[i] += side * q[i];
  }
  return unit(sum);
}
