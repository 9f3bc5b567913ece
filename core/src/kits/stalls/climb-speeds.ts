/** The speeds that a recovery climbs away at. */
import { speedAtWeightKias } from '../../airplane/limits.ts';
import type { ScoringContext } from '../attempt/attempt.ts';

/**
 * @returns best angle and best rate, KIAS at the weight flown (at the maximum where nobody gave it); undefined where the
 * book's best angle is not known, and a best rate that is not known left out.
 */
export function climbSpeedsKias({
  airplane,
  weightLb,
}: ScoringContext): { vx: number; vy?: number } | undefined {
  if (!airplane?.vxKias) return undefined;
  const atWeight = (kias: number) =>
    speedAtWeightKias(airplane, kias, { weightLb: weightLb ?? airplane.maxWeightLb });
  return { vx: atWeight(airplane.vxKias), ...(airplane.vyKias && { vy: atWeight(airplane.vyKias) }) };
}
