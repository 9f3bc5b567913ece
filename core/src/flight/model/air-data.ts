/** From true to indicated airspeed and back at any flap travel: the airplane's calibration tables between stages. */
import { casFromIas, iasFromCas } from '../../airplane/calibration.ts';
import { densityRatio, standardTemperatureC } from '../../atmosphere/atmosphere.ts';
import type { Airframe } from './airframe.ts';

const flapsDown = ({ flapTravelDeg }: Airframe, flapsDeg: number): number =>
  flapTravelDeg > 0 ? Math.min(1, flapsDeg / flapTravelDeg) : 0;

const sigmaAt = (altitudeFt: number, warmerC: number): number =>
  densityRatio(altitudeFt, standardTemperatureC(altitudeFt) + warmerC);

/** Indicated airspeed, kt, of a calibrated one. */
function iasOfCas(airframe: Airframe, casKt: number, flapsDeg: number): number {
  const down = flapsDown(airframe, flapsDeg);
  const clean = iasFromCas(airframe.airplane, casKt, 'clean');
  return down === 0 ? clean : (1 - down) * clean + down * iasFromCas(airframe.airplane, casKt, 'landing');
}

/** Indicated airspeed, kt, of a true one. */
export const iasOfTas = (
  airframe: Airframe,
  tasKt: number,
  flapsDeg: number,
  altitudeFt: number,
  warmerC = 0,
): number => iasOfCas(airframe, tasKt * Math.sqrt(sigmaAt(altitudeFt, warmerC)), flapsDeg);

/** True airspeed, kt, of an indicated one. */
export function tasOfIas(
  airframe: Airframe,
  kias: number,
  flapsDeg: number,
  altitudeFt: number,
  warmerC = 0,
): number {
  const down = flapsDown(airframe, flapsDeg);
  const clean = casFromIas(airframe.airplane, kias, 'clean');
  const cas = down === 0 ? clean : (1 - down) * clean + down * casFromIas(airframe.airplane, kias, 'landing');
  return cas / Math.sqrt(sigmaAt(altitudeFt, warmerC));
}
