/** One airplane's performance model: what the fit found, ready to be asked. */
import { casFromIas, iasFromCas } from '../airplane/calibration.ts';
import { stallSpeedKias } from '../airplane/limits.ts';
import type { Airplane } from '../airplane/schema.ts';
import { densityRatio, SEA_LEVEL_DENSITY_KGM3, tasFromCas } from '../atmosphere/atmosphere.ts';
import { G0_MPS2, KT_TO_MPS, LB_TO_KG } from '../units/convert.ts';
import type { Engine } from './engine.ts';
import type { Polar } from './polar.ts';
import type { Propeller } from './propeller.ts';
import type { Provenance } from './provenance.ts';

/** How much each of the model's answers can be trusted. */
interface ModelProvenance {
  levelPower: Provenance;
  /** For each flap stage, flaps up first. */
  flapDrag: readonly Provenance[];
  shaftPower: Provenance;
  climb: Provenance;
  glide: Provenance;
}

export interface PerformanceModel {
  airplane: Airplane;
  polar: Polar;
  /** Drag coefficient of an idling propeller. */
  idleCd: number;
  propeller: Propeller;
  engine: Engine;
  aspectRatio: number;
  powerUnit: 'rpm' | 'inHg' | '%';
  from: ModelProvenance;
}

/** Where and how heavy: the air and the weight that a figure is asked for. */
export interface Circumstance {
  weightLb: number;
  pressureAltitudeFt: number;
  /** Standard if left out. */
  oatC?: number;
  /** Flap stage: 0 is up. */
  stage?: number;
  /** 1 in level flight; 1/cos φ in a turn. */
  loadFactor?: number;
}

export const sigmaOf = (at: Circumstance): number => densityRatio(at.pressureAltitudeFt, at.oatC);
export const densityOf = (at: Circumstance): number => sigmaOf(at) * SEA_LEVEL_DENSITY_KGM3;
export const liftOf = (at: Circumstance): number => at.weightLb * LB_TO_KG * G0_MPS2 * (at.loadFactor ?? 1);

/**
 * Calibrated airspeed, kt, at a flap stage: between the tables for flaps up and full flaps by the share of the
 * travel that is down.
 */
export function casAtStage(airplane: Airplane, kias: number, stage = 0): number {
  const share = flapShare(airplane, stage);
  if (share === 0) return casFromIas(airplane, kias, 'clean');
  const landing = casFromIas(airplane, kias, 'landing');
  return share === 1 ? landing : (1 - share) * casFromIas(airplane, kias, 'clean') + share * landing;
}

export function iasAtStage(airplane: Airplane, kcas: number, stage = 0): number {
  const share = flapShare(airplane, stage);
  if (share === 0) return iasFromCas(airplane, kcas, 'clean');
  const landing = iasFromCas(airplane, kcas, 'landing');
  return share === 1 ? landing : (1 - share) * iasFromCas(airplane, kcas, 'clean') + share * landing;
}

/** Flap travel at a stage as a share of the whole. */
export function flapShare(airplane: Airplane, stage: number): number {
  const full = airplane.flaps.at(-1)?.deg;
  return stage === 0 || !full ? 0 : (airplane.flaps[stage - 1]?.deg ?? full) / full;
}

export const flapDegrees = (airplane: Airplane, stage: number): number =>
  stage === 0 ? 0 : (airplane.flaps[stage - 1]?.deg ?? 0);

/** True airspeed, m/s, for an indicated one. */
export const tasMps = (airplane: Airplane, kias: number, at: Circumstance): number =>
  tasFromCas(casAtStage(airplane, kias, at.stage), sigmaOf(at)) * KT_TO_MPS;

/**
 * Stall speed, KIAS, at a flap stage: the book's for flaps up, for full flaps and where a stage has its own;
 * between them the lift coefficient rises with the flap angle.
 */
export function stallAtStage(
  airplane: Airplane,
  at: { weightLb: number; stage?: number; loadFactor?: number },
): { kias: number; from: Provenance } {
  const { weightLb, loadFactor = 1, stage = 0 } = at;
  const share = flapShare(airplane, stage);
  if (share === 0 || share === 1) {
    const setting = share === 0 ? 'clean' : 'landing';
    const asBook = weightLb === airplane.maxWeightLb && loadFactor === 1;
    return {
      kias: stallSpeedKias(airplane, { weightLb, loadFactor, setting }),
      from: asBook ? 'book' : 'fitted',
    };
  }
  const scale = Math.sqrt((loadFactor * weightLb) / airplane.maxWeightLb);
  const own = airplane.flaps[stage - 1].vsKias;
  const bookCas =
    own !== undefined
      ? casAtStage(airplane, own, stage)
      : (casFromIas(airplane, airplane.vs1Kias, 'clean') ** -2 * (1 - share) +
          casFromIas(airplane, airplane.vs0Kias, 'landing') ** -2 * share) **
        -0.5;
  return {
    kias: iasAtStage(airplane, bookCas * scale, stage),
    from: own !== undefined ? 'fitted' : 'estimated',
  };
}
