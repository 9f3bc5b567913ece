/** Speeds that move with weight, load factor and flaps. Book values are at maximum weight. */
import { interpolate } from '../units/interpolate.ts';
import { calibrationTable, casFromIas, iasFromCas } from './calibration.ts';
import type { Airplane, FlapSetting } from './schema.ts';

/**
 * Maneuvering speed, KIAS, at a weight in lb: V_A,max √(W/W_max), or from the published weights where the
 * airplane file has them. It protects against one full input on one axis, not repeated or combined ones.
 */
export function maneuveringSpeedKias(airplane: Airplane, weightLb: number): number {
  const published = airplane.vaKiasByWeight;
  if (published) {
    const lightest = published[0];
    const heaviest = published[published.length - 1];
    // Outside the published weights the nearest pair is scaled by the square root, which errs low below it.
    if (weightLb <= lightest[0]) return lightest[1] * Math.sqrt(weightLb / lightest[0]);
    if (weightLb >= heaviest[0]) return heaviest[1];
    return interpolate(published, weightLb);
  }
  return airplane.vaKiasAtMax * Math.sqrt(weightLb / airplane.maxWeightLb);
}

/** Whether V_A at a weight is read in the book (at maximum weight, or between published weights) or scaled from it. */
export function maneuveringSpeedFrom(airplane: Airplane, weightLb: number): 'book' | 'fitted' {
  const published = airplane.vaKiasByWeight;
  return weightLb === airplane.maxWeightLb || (published && weightLb >= published[0][0]) ? 'book' : 'fitted';
}

/**
 * A book speed, KIAS at maximum weight, at another weight (lb) and load factor: taken to calibrated airspeed, scaled
 * by √(n W/W_max), and back. Source: FAA-H-8083-25, aerodynamics of flight (V_S √n).
 */
export function speedAtWeightKias(
  airplane: Airplane,
  bookKias: number,
  options: { weightLb: number; loadFactor?: number; setting?: FlapSetting },
): number {
  const { weightLb, loadFactor = 1, setting = 'clean' } = options;
  const bookCas = casFromIas(airplane, bookKias, setting);
  const cas = bookCas * Math.sqrt((loadFactor * weightLb) / airplane.maxWeightLb);
  return iasFromCas(airplane, cas, setting);
}

/**
 * Stall speed, KIAS, at a weight (lb), load factor and flap setting: by the calibration as far down as its table reaches.
 * Below the table's slowest point the root of the weight on the book's indicated speed stands, which errs high, and no more
 * than what the table says at its end: a lighter airplane never stalls faster.
 */
export function stallSpeedKias(
  airplane: Airplane,
  options: { weightLb: number; loadFactor?: number; setting?: FlapSetting },
): number {
  const bookKias = options.setting === 'landing' ? airplane.vs0Kias : airplane.vs1Kias;
  const kias = speedAtWeightKias(airplane, bookKias, options);
  const slowest = calibrationTable(airplane, options.setting ?? 'clean').points?.[0][0];
  const root = Math.sqrt((options.loadFactor ?? 1) * (options.weightLb / airplane.maxWeightLb));
  if (slowest === undefined || root >= 1 || kias >= slowest) return kias;
  const byRoot = Math.max(kias, bookKias * root);
  return bookKias > slowest ? Math.min(byRoot, slowest) : byRoot;
}
