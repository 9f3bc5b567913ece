/** Magnetic variation by the World Magnetic Model: east positive, so that magnetic = true − variation. */
import geomagnetism from 'geomagnetism';

/** Degrees at a place; without a date, or with one beyond the model, the model's own time is taken. */
export function magneticVariationDeg(latDeg: number, lonDeg: number, dateMs: number | undefined): number {
  const date = dateMs === undefined ? undefined : new Date(dateMs);
  const model = geomagnetism.model(date, { allowOutOfBoundsModel: true });
  return model.point([latDeg, lonDeg]).decl;
}
