/** Where the stall warning sounds: the book's speeds, moved with the weight, and between them by the flap stage. */
import { speedAtWeightKias } from '../airplane/limits.ts';
import type { Airplane } from '../airplane/schema.ts';
import { stallAtStage } from './model.ts';
import type { Provenance } from './provenance.ts';

/** Usual distance of the warning above the stall, kt [common practice: 5 to 10]. */
const USUAL_MARGIN_KT = 6;

/** Warning speed, KIAS, at a weight in lb and a flap stage (0 is up). */
export function warningAtStage(
  airplane: Airplane,
  { weightLb, stage = 0 }: { weightLb: number; stage?: number },
): { kias: number; from: Provenance } {
  const { clean, landing } = airplane.warningKias ?? {};
  const setting = stage > 0 && stage === airplane.flaps.length ? 'landing' : 'clean';
  const own = stage === 0 ? clean : setting === 'landing' ? landing : undefined;
  if (own !== undefined)
    return { kias: speedAtWeightKias(airplane, own, { weightLb, setting }), from: 'fitted' };
  const margin =
    clean !== undefined && landing !== undefined
      ? (clean - airplane.vs1Kias + (landing - airplane.vs0Kias)) / 2
      : USUAL_MARGIN_KT;
  return { kias: stallAtStage(airplane, { weightLb, stage }).kias + margin, from: 'estimated' };
}
