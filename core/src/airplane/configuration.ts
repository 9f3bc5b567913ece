/** What a flap angle is called: one rule for every place that asks. */
import type { Airplane } from './schema.ts';

export const CONFIGURATIONS = ['clean', 'takeoff', 'landing'] as const;
export type Configuration = (typeof CONFIGURATIONS)[number];

/** Without an airplane: up to so many degrees the flaps are up, and from this share of the most flown they are full. */
const UP_DEG = 3;
const NEAR_FULL = 0.8;

/**
 * Flaps up, all of them, or something between. Where the airplane's stages are known it is the nearest one that counts,
 * since a lever's sender is a degree or two off; `fullFlapsDeg`, the most of the flight, stands in where they are not.
 */
export function configurationOf(
  deg: number,
  { stages = [], fullFlapsDeg }: { stages?: Airplane['flaps']; fullFlapsDeg: number },
): Configuration {
  if (stages.length === 0) {
    if (!(deg >= UP_DEG)) return 'clean';
    return deg >= NEAR_FULL * fullFlapsDeg ? 'landing' : 'takeoff';
  }
  const angles = [0, ...stages.map((stage) => stage.deg)];
  const nearest = angles.reduce(
    (best, angle) => (Math.abs(angle - deg) < Math.abs(best - deg) ? angle : best),
    0,
  );
  if (nearest === 0) return 'clean';
  return nearest === angles[angles.length - 1] ? 'landing' : 'takeoff';
}

/** What a flap stage is called: 0 is up, the last is for landing. */
export const configurationOfStage = (airplane: Airplane, stage: number): Configuration =>
  stage === 0 ? 'clean' : stage >= airplane.flaps.length ? 'landing' : 'takeoff';

/** A lever's sender is off by no more, deg. */
const SENDER_DEG = 2;

/** How many of the airplane's flap stages are out at an angle, deg; NaN for an angle that is not known. */
export function flapStageAt({ flaps }: Pick<Airplane, 'flaps'>, deg: number): number {
  if (Number.isNaN(deg)) return Number.NaN;
  let stage = 0;
  while (stage < flaps.length && flaps[stage].deg <= deg + SENDER_DEG) stage++;
  return stage;
}
