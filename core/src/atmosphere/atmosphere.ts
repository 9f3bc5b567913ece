/**
 * The lower atmosphere (below 36,000 ft). Source: US Standard Atmosphere 1976 / ICAO Doc 7488.
 * T = 288.15 − 0.0065 h (K, m); p = 101325 (T/288.15)^5.2559; ρ = p / (287.053 T).
 */
import { FT_TO_M } from '../units/convert.ts';

const T0_K = 288.15;
const LAPSE_K_PER_M = 0.0065;
const P0_PA = 101_325;
const PRESSURE_EXPONENT = 5.2559;
const GAS_CONSTANT = 287.053;
export const SEA_LEVEL_DENSITY_KGM3 = P0_PA / (GAS_CONSTANT * T0_K);

/** Standard temperature, °C, at a pressure altitude in ft. */
export const standardTemperatureC = (pressureAltitudeFt: number): number =>
  T0_K - LAPSE_K_PER_M * pressureAltitudeFt * FT_TO_M - 273.15;

/** Static pressure, hPa, at a pressure altitude in ft. */
export const pressureHpa = (pressureAltitudeFt: number): number =>
  (P0_PA / 100) * ((T0_K - LAPSE_K_PER_M * pressureAltitudeFt * FT_TO_M) / T0_K) ** PRESSURE_EXPONENT;

/** Density ratio σ = ρ/ρ₀ at a pressure altitude (ft) and temperature (°C; standard if left out). */
export function densityRatio(
  pressureAltitudeFt: number,
  oatC: number = standardTemperatureC(pressureAltitudeFt),
): number {
  const densityKgm3 = (pressureHpa(pressureAltitudeFt) * 100) / (GAS_CONSTANT * (oatC + 273.15));
  return densityKgm3 / SEA_LEVEL_DENSITY_KGM3;
}

/** Density altitude, ft: where the standard atmosphere has this density. */
export function densityAltitudeFt(pressureAltitudeFt: number, oatC: number): number {
  const sigma = densityRatio(pressureAltitudeFt, oatC);
  const heightM = (T0_K / LAPSE_K_PER_M) * (1 - sigma ** (1 / (PRESSURE_EXPONENT - 1)));
  return heightM / FT_TO_M;
}

/** True airspeed from calibrated airspeed; compressibility (< 0.1 % at these speeds) is left out. */
export const tasFromCas = (casKt: number, sigma: number): number => casKt / Math.sqrt(sigma);

/**
 * Pressure altitude, ft, from an altimeter reading at a QNH in hPa: the indicated altitude plus the
 * standard altitude of the subscale setting.
 */
export function pressureAltitudeFt(altitudeFt: number, qnhHpa: number): number {
  const settingM = (T0_K / LAPSE_K_PER_M) * (1 - (qnhHpa / (P0_PA / 100)) ** (1 / PRESSURE_EXPONENT));
  return altitudeFt + settingM / FT_TO_M;
}
