/** Indicated and calibrated airspeed: load factor and weight scale the calibrated one. */
import { interpolate, type Points } from '../units/interpolate.ts';
import type { Airplane, FlapSetting } from './schema.ts';

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
