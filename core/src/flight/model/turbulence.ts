/**
 * Continuous gusts with Dryden's spectra: white noise through first-order (along) and second-order (across) filters.
 * Above 2,000 ft the scale is 1,750 ft for all three; the strength is a tenth of the wind at 20 ft, 15 kt for light
 * and 30 kt for moderate. Source: MIL-HDBK-1797 (values from memory).
 */
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';
import type { Random } from '../random.ts';
import type { Air } from './motion.ts';

// Named once: a look-up of the global object in every call costs more than the call.
const { max, sqrt } = Math;

export const TURBULENCE = { none: 0, light: 1.5 * KT_TO_MPS, moderate: 3 * KT_TO_MPS } as const;
export type Turbulence = keyof typeof TURBULENCE;

const SCALE_M = 1750 * FT_TO_M;
/** Rolling gusts fade over about the span. */
const ROLL_SCALE_M = 12;

export interface Gusts {
  /** Standard deviation, m/s. */
  sigma: number;
  /** Two states each for the filters across the flight path. */
  v1: number;
  v2: number;
  w1: number;
  w2: number;
}

export const stillGusts = (strength: Turbulence): Gusts => ({
  sigma: TURBULENCE[strength],
  v1: 0,
  v2: 0,
  w1: 0,
  w2: 0,
});

/**
 * Moves the gusts on by a step. Each filter has unit variance for unit white noise:
 * H_u = √(2τ)/(1 + τs); H_w = √τ (1 + √3 τs)/(1 + τs)², with τ = L/V.
 */
export function stepGusts(gusts: Gusts, air: Air, speedMps: number, random: Random, h: number): void {
  if (gusts.sigma === 0) return;
  const tau = SCALE_M / max(speedMps, 15);
  const noise = () => random.gaussian() / sqrt(h);
  const { sigma } = gusts;
  air.gustU += (h / tau) * (-air.gustU + sigma * sqrt(2 * tau) * noise());
  air.gustV = across(gusts, 'v1', 'v2', tau, noise(), h);
  air.gustW = across(gusts, 'w1', 'w2', tau, noise(), h);
  const rollTau = ROLL_SCALE_M / max(speedMps, 15);
  const rollSigma = (0.4 * sigma) / ROLL_SCALE_M;
  air.gustP += (h / (rollTau + h)) * (-air.gustP + rollSigma * sqrt(2 * rollTau) * noise());
}

/** (1 + √3 τs)/(1 + τs)² as two lags in a row: x' = (n − x)/τ, y' = (x + √3 τ x' − y)/τ. */
function across(
  gusts: Gusts,
  first: 'v1' | 'w1',
  second: 'v2' | 'w2',
  tau: number,
  noise: number,
  h: number,
): number {
  const x = gusts[first];
  const rate = (gusts.sigma * sqrt(tau) * noise - x) / tau;
  gusts[first] = x + h * rate;
  gusts[second] += (h / tau) * (x + sqrt(3) * tau * rate - gusts[second]);
  return gusts[second];
}
