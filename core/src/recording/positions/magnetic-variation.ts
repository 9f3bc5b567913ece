/** Magnetic variation by the World Magnetic Model: east positive, so that magnetic = true − variation. */
import geomagnetism from 'geomagnetism';

/** For a recording that tells no date: the middle of the current model's five years. */
const NO_DATE_MS = Date.UTC(2027, 6, 1);

/** Degrees at a place and time; a time beyond the models' years takes the nearest of them. */
export function magneticVariationDeg(latDeg: number, lonDeg: number, dateMs: number | undefined): number {
  const model = geomagnetism.model(new Date(dateMs ?? NO_DATE_MS), { allowOutOfBoundsModel: true });
  return model.point([latDeg, lonDeg]).decl;
}
