/**
 * How a fixed device is turned in the airplane, from straight and steady flight: down is where it hangs with the wings level and
 * the ball in the middle, forward is where the airplane goes through the air. Pitch is therefore counted from cruise.
 */
import { degrees, radians } from '../../units/angles.ts';
import { median } from '../../units/numbers.ts';
import {
  cosines,
  inverse,
  meanRotation,
  ofAngles,
  type Quaternion,
  times,
  toVector,
  type Vector,
} from './rotation.ts';

export interface Steady {
  atS: number;
  /** From the device's axes to north, east, down. */
  q: Quaternion;
  /** True heading through the air, degrees. */
  headingDeg: number;
  speedMps: number;
  climbMps: number;
}

export interface Mount {
  /** From the device's axes to the airplane's. */
  q: Quaternion;
  /** How well the zeros of bank, pitch and heading are known, degrees. */
  bankErrorDeg: number;
  pitchErrorDeg: number;
  headingErrorDeg: number;
  /** From here on it had moved, s. */
  movedAtS: number | null;
}

/** So much of it tells; fewer seconds do not. */
const LEAST_STEADY_S = 12;
/** No pilot holds the wings level to better than this on the mean. */
const LEVEL_DEG = 0.5;
/** What a wind worked out from turns leaves in a heading. */
const WIND_DEG = 2;
/** Turned sideways by more than this, or round by more than that, and staying so, it has slipped: a nose may be anywhere. */
const SLIPPED_DEG = 6;
const SLIPPED_ROUND_DEG = 25;
const SLIPPED_FOR_S = 8;
/** A steady moment so far from the mean agrees with nothing. */
const SCATTERED_DEG = 20;
/** Cruise is level, and no slower than the middle of what was flown steadily. */
const LEVEL_MPS = 1;

/** A small turn from one rotation to another, about forward, right and down, degrees. */
const off = (from: Quaternion, to: Quaternion): Vector =>
  toVector(times(to, inverse(from))).map(degrees) as Vector;

/** @param everyS between two steady moments @returns undefined where too little of the flight was steady */
export function mountOf(steady: readonly Steady[], everyS: number): Mount | undefined {
  if (steady.length * everyS < LEAST_STEADY_S) return undefined;
  const all = steady.map((one) => ({
    ...one,
    way: times(inverse(ofAngles(0, 0, radians(one.headingDeg))), one.q),
  }));
  const beginning = meanRotation(all.slice(0, Math.ceil(LEAST_STEADY_S / everyS)).map(({ way }) => way));
  if (!beginning) return undefined;
  const slipped = all.map(({ way }) => {
    const [bank, , round] = off(beginning, way);
    return Math.abs(bank) > SLIPPED_DEG || Math.abs(round) > SLIPPED_ROUND_DEG;
  });
  const slip = beginningOf(slipped, Math.ceil(SLIPPED_FOR_S / everyS));
  const held = slip < 0 ? all : all.slice(0, slip);
  const usualMps = median(Float64Array.from(held, ({ speedMps }) => speedMps));
  const cruise = held.filter(
    ({ speedMps, climbMps }) => Math.abs(climbMps) < LEVEL_MPS && speedMps >= usualMps,
  );
  const told = cruise.length * everyS >= LEAST_STEADY_S ? cruise : held;
  const mean = meanRotation(told.map(({ way }) => way));
  if (!mean) return undefined;
  const apart = told.map(({ way }) => off(mean, way));
  // Ways that do not agree have no mean: then nothing was steady, or the wind was not known.
  const scattered = apart.filter((one) => Math.max(...one.map(Math.abs)) > SCATTERED_DEG).length;
  if (held.length * everyS < LEAST_STEADY_S || scattered > apart.length / 5) return undefined;
  // What scatters in a stretch of seconds hangs together: a stretch counts once.
  const stretches = Math.max(1, (told.length * everyS) / LEAST_STEADY_S);
  const error = (axis: 0 | 1 | 2) =>
    Math.sqrt(apart.reduce((sum, one) => sum + one[axis] ** 2, 0) / apart.length / stretches);
  return {
    q: mean,
    bankErrorDeg: Math.hypot(LEVEL_DEG, error(0)),
    pitchErrorDeg: Math.hypot(LEVEL_DEG, error(1)),
    headingErrorDeg: Math.hypot(WIND_DEG, error(2)),
    movedAtS: slip < 0 ? null : all[slip].atS,
  };
}

/** Where so many in a row begin to be so; −1 where they never are. */
function beginningOf(flags: readonly boolean[], count: number): number {
  let run = 0;
  for (let i = 0; i < flags.length; i++) {
    run = flags[i] ? run + 1 : 0;
    if (run === count) return i - count + 1;
  }
  return -1;
}

/** How well bank, pitch and heading are known, degrees, of an airplane's rotation whose small turn has these variances, rad². */
export function angleErrors(
  airplane: Quaternion,
  covariance: Float64Array,
): { bank: number; pitch: number; heading: number } {
  const r = cosines(airplane, new Float64Array(9));
  const along = (x: number, y: number, z: number) => {
    const v = [x, y, z];
    let sum = 0;
    for (let i = 0; i < 3; i++) for (let k = 0; k < 3; k++) sum += v[i] * covariance[3 * i + k] * v[k];
    return degrees(Math.sqrt(Math.max(0, sum)));
  };
  // Bank turns about the nose, pitch about a level line across it, heading about what hangs down.
  const level = Math.hypot(r[0], r[3]) || 1;
  return {
    bank: along(r[0], r[3], r[6]),
    pitch: along(-r[3] / level, r[0] / level, 0),
    heading: along(0, 0, 1),
  };
}
