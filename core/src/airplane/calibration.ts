/** Indicated and calibrated airspeed: load factor and weight scale the calibrated one. */
import type { Airplane, FlapSetting } from './schema.ts';

type Points = readonly (readonly [number, number])[];

/** Piecewise-linear, continued along the first and last segments (never flat). `from` picks the column read. */
function interpolate(points: Points, x: number, from: 0 | 1): number {
  const to = from === 0 ? 1 : 0;
  let i = 1;
  while (i < points.length - 1 && x > points[i][from]) i++;
  const a = points[i - 1];
  const b = points[i];
  return a[to] + ((x - a[from]) * (b[to] - a[to])) / (b[from] - a[from]);
}

/** The table for a flap setting, else the other one, else none; `assumption` says what was put in its place. */
export function calibrationTable(
  airplane: Airplane,
  setting: FlapSetting,
): { points: Points | undefined; assumption?: string } {
  const own = airplane.iasToCas?.[setting];
  if (own) return { points: own };
  const other = setting === 'clean' ? 'landing' : 'clean';
  const nearest = airplane.iasToCas?.[other];
  if (nearest)
    return { points: nearest, assumption: `calibration of the ${other} setting used for ${setting}` };
  return { points: undefined, assumption: 'no calibration table: indicated taken as calibrated airspeed' };
}

/** Calibrated airspeed, kt, for an indicated one. */
export function casFromIas(
  airplane: Airplane | undefined,
  iasKt: number,
  setting: FlapSetting = 'clean',
): number {
  const points = airplane && calibrationTable(airplane, setting).points;
  return points ? interpolate(points, iasKt, 0) : iasKt;
}

/** Indicated airspeed, kt, for a calibrated one. */
export function iasFromCas(
  airplane: Airplane | undefined,
  casKt: number,
  setting: FlapSetting = 'clean',
): number {
  const points = airplane && calibrationTable(airplane, setting).points;
  return points ? interpolate(points, casKt, 1) : casKt;
}
