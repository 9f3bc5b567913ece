/** Places on the earth, how far apart two are and which way one lies from another. */
import { z } from 'zod';
import { compassDeg, degrees, radians } from './angles.ts';

export const placeSchema = z.object({
  latDeg: z.number('write the latitude in degrees').min(-90).max(90),
  lonDeg: z.number('write the longitude in degrees').min(-180).max(180),
});
/** Degrees, north and east positive. */
export type Place = z.infer<typeof placeSchema>;

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

/** The way along the great circle as it begins, degrees from north. */
export function bearingDeg(from: Place, to: Place): number {
  const [fromLat, toLat] = [radians(from.latDeg), radians(to.latDeg)];
  const east = radians(to.lonDeg - from.lonDeg);
  const y = Math.sin(east) * Math.cos(toLat);
  const x = Math.cos(fromLat) * Math.sin(toLat) - Math.sin(fromLat) * Math.cos(toLat) * Math.cos(east);
  return compassDeg(degrees(Math.atan2(y, x)));
}
