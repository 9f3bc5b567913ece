/** Where a school flies, as set-up and settings take it: the field, the ground of its area, and its runways. */
import { z } from 'zod';
import { runwaySchema } from '../units/runway.ts';

export const fieldSchemas = {
  /** Elevation of the field, and the highest ground of the training area, ft. */
  fieldFt: z.number('write how many feet').min(-1500).max(20_000),
  areaGroundFt: z.number('write how many feet').min(-1500).max(30_000),
  runways: z.array(runwaySchema).max(12),
};

/** Degrees, north and east positive. */
export const positionSchema = z.object({
  latDeg: z.number('write both, latitude and longitude').min(-90, '-90 to 90').max(90, '-90 to 90'),
  lonDeg: z.number('write both, latitude and longitude').min(-180, '-180 to 180').max(180, '-180 to 180'),
});

/** The highest ground of an area that begins at the field is at least as high as the field: a floor hangs on it. */
export const groundNotBelowField = [
  ({ fieldFt, areaGroundFt }: { fieldFt: number; areaGroundFt: number }) => areaGroundFt >= fieldFt,
  { path: ['areaGroundFt'], message: 'the highest ground cannot be below the field' },
] satisfies [unknown, unknown];
