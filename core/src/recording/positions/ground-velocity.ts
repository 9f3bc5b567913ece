/** Velocity over the ground from positions: a line through the positions of a few seconds about each row. */
import { radians } from '../../units/angles.ts';
import { localSlope } from '../columns/resample.ts';
import type { Segment } from '../columns/segments.ts';

const EARTH_RADIUS_M = 6_371_000;
/** Long enough to quiet a receiver's wandering, short enough for a steep turn: a circle loses 2 % of its radius. */
const HALF_WIDTH_S = 2;

export interface GroundVelocity {
  /** m/s; NaN where no position is near. */
  north: Float64Array;
  east: Float64Array;
  latDeg: number;
  lonDeg: number;
}

/** `latDeg` and `lonDeg`: a value a row, whole within the segments. */
export function groundVelocityOf(
  timeS: Float64Array,
  latDeg: Float64Array,
  lonDeg: Float64Array,
  segments: readonly Segment[],
): GroundVelocity {
  const first = segments[0]?.from ?? 0;
  const origin = { latDeg: latDeg[first], lonDeg: lonDeg[first] };
  const metres = (deg: number) => radians(deg) * EARTH_RADIUS_M;
  // Flat about the first position: a training flight stays within a degree of it.
  const north = latDeg.map((lat) => metres(lat - origin.latDeg));
  const east = lonDeg.map((lon, i) => metres(wrapped(lon - origin.lonDeg)) * Math.cos(radians(latDeg[i])));
  const velocity = (positions: Float64Array) => {
    const speeds = new Float64Array(timeS.length).fill(Number.NaN);
    for (const segment of segments)
      speeds.set(localSlope(timeS, positions, segment, HALF_WIDTH_S), segment.from);
    return speeds;
  };
  return { north: velocity(north), east: velocity(east), ...origin };
}

/** Across the date line the difference is still small. */
const wrapped = (deg: number): number => deg - 360 * Math.round(deg / 360);
