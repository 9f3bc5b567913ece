/** How far apart two places on the earth are. */
import { radians } from './angles.ts';

/** Degrees, north and east positive. */
export interface Place {
  latDeg: number;
  lonDeg: number;
}

/** Mean radius of the earth (IUGG: 6,371.0 km), in nautical miles. */
const EARTH_NM = 6371.0 / 1.852;

/** Along the great circle, by the haversine formula. */
export function nauticalMilesBetween(a: Place, b: Place): number {
  const half = (from: number, to: number) => Math.sin(radians(to - from) / 2) ** 2;
  const h =
    half(a.latDeg, b.latDeg) +
    Math.cos(radians(a.latDeg)) * Math.cos(radians(b.latDeg)) * half(a.lonDeg, b.lonDeg);
  return 2 * EARTH_NM * Math.asin(Math.sqrt(Math.min(1, h)));
}
