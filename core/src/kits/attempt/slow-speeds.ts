/**
 * Where an airplane warns and stalls in a moment of a flight. Where the flaps are not known it is a range: no slower
 * than with all of them, no faster than with none.
 */
import type { Airplane } from '../../airplane/schema.ts';
import { casAtStage, iasAtStage, stallAtStage } from '../../performance/model.ts';
import { warningAtStage } from '../../performance/warning.ts';
import { radians } from '../../units/angles.ts';
import type { Case } from './case.ts';

interface SlowSpeeds {
  /** KIAS, each from the least to the most that it may be. */
  stall: readonly [number, number];
  warning: readonly [number, number];
}

/**
 * @param bankDeg the speeds rise with √n, n = 1/cos φ (FAA-H-8083-25, aerodynamics of flight).
 * @returns undefined without an airplane, or where its weight is not known.
 */
export function slowSpeedsAt({ context, scene }: Case, row: number, bankDeg = 0): SlowSpeeds | undefined {
  const { airplane, weightLb } = context;
  if (!airplane || weightLb === undefined) return undefined;
  const stages = scene.flapsKnown(row)
    ? [stageAt(airplane, scene.flapsDeg(row))]
    : Array.from({ length: airplane.flaps.length + 1 }, (_, stage) => stage);
  const raised = Math.sqrt(1 / Math.cos(radians(Math.min(75, Math.abs(bankDeg)))));
  const inBank = (kias: number, stage: number) =>
    iasAtStage(airplane, raised * casAtStage(airplane, kias, stage), stage);
  const range = (kias: (stage: number) => number): [number, number] => {
    const all = stages.map((stage) => inBank(kias(stage), stage));
    return [Math.min(...all), Math.max(...all)];
  };
  return {
    stall: range((stage) => stallAtStage(airplane, { weightLb, stage }).kias),
    warning: range((stage) => warningAtStage(airplane, { weightLb, stage }).kias),
  };
}

/** The stage whose angle is nearest. */
export function stageAt(airplane: Airplane, deg: number): number {
  const angles = [0, ...airplane.flaps.map((stage) => stage.deg)];
  return angles.reduce(
    (best, angle, stage) => (Math.abs(angle - deg) < Math.abs(angles[best] - deg) ? stage : best),
    0,
  );
}
