/** Flaps out stage by stage: the limit, where to let each down, how far it may balloon, and what it costs. */

import { densityOf, liftOf, tasMps } from '../performance/model.ts';
import { dynamicPressurePa } from '../performance/polar.ts';
import { FT_TO_M, G0_MPS2 } from '../units/convert.ts';
import { roundTo } from '../units/numbers.ts';
import type { FlapStep } from './card.ts';
import { circumstance, type Day, powerFor } from './day.ts';

/** Kept below each stage's limit when it is let down. */
const BELOW_LIMIT_KT = 5;
/** Lost with each stage on the way down to the target. */
const STEP_KT = 7;

/**
 * Lift coefficient that a flap angle adds at constant attitude: quarter-chord flaps over half the span, whose
 * effect fades with the angle. Thin-airfoil theory's flap effectiveness, rounded: an estimate.
 */
const liftOfFlaps = (deg: number): number => 0.019 * deg * (1 - deg / 120);

/**
 * Height, ft, that one stage may carry the airplane up when the attitude is left alone: it settles at the speed
 * where the larger lift coefficient carries the weight, and the difference in V²/2g is height.
 */
export function balloonFt(day: Day, kias: number, fromDeg: number, toDeg: number): number | null {
  if (!day.model) return null;
  const at = circumstance(day);
  const v = tasMps(day.airplane, kias, at);
  const cl = liftOf(at) / (dynamicPressurePa(densityOf(at), v) * day.model.polar.wingAreaM2);
  const share = cl / (cl + liftOfFlaps(toDeg) - liftOfFlaps(fromDeg));
  return roundTo((v * v * (1 - share)) / (2 * G0_MPS2) / FT_TO_M, -1);
}

/** The schedule down to `targetKias` with `stages` stages out; empty for an airplane flown clean. */
export function flapSchedule(day: Day, stages: number, targetKias: number): FlapStep[] {
  return day.airplane.flaps.slice(0, stages).map(({ deg, vfeKias }, i) => {
    const atKias = Math.floor(Math.min(vfeKias - BELOW_LIMIT_KT, targetKias + STEP_KT * (stages - i)));
    const before = powerFor(day, atKias, { stage: i });
    const after = powerFor(day, atKias, { stage: i + 1 });
    return {
      stage: i + 1,
      deg,
      below: vfeKias,
      atKias,
      balloonFt: balloonFt(day, atKias, i === 0 ? 0 : day.airplane.flaps[i - 1].deg, deg),
      addPower: before && after ? roundTo(after.value - before.value, 1) : null,
    };
  });
}
