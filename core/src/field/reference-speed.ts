/** The speed of final approach: the book’s for this flap, else 1.3 times the stall of the day, with half of the gust. */
import type { Airplane } from '../airplane/schema.ts';
import { casAtStage, iasAtStage, stallAtStage } from '../performance/model.ts';
import { FIELD_FIGURES } from './tables.ts';

export interface ReferenceSpeed {
  /** To be flown: V_REF with the addition, never above the flap’s limit. */
  kias: number;
  /** V_REF itself. */
  vrefKias: number;
  from: 'book' | 'worked out';
  /** Half of what the gusts bring beyond the steady wind. */
  addedKt: number;
  /** The flap’s limit, where it cut the addition. */
  cutAtKias: number | null;
}

interface ApproachIn {
  weightLb: number;
  /** Flaps: 0 is up. */
  stage: number;
  windKt: number | null;
  gustKt: number | null;
}

export function referenceSpeed(
  airplane: Airplane,
  { weightLb, stage, windKt, gustKt }: ApproachIn,
): ReferenceSpeed {
  const flap = airplane.flaps[stage - 1];
  const book = flap?.approachKias ?? (stage === airplane.flaps.length ? airplane.approachKias : undefined);
  const vrefKias = book ?? workedOut(airplane, weightLb, stage);
  const addedKt = gustKt === null ? 0 : FIELD_FIGURES.gustShare * Math.max(0, gustKt - (windKt ?? 0));
  const wanted = vrefKias + addedKt;
  const cut = flap !== undefined && wanted > flap.vfeKias;
  return {
    kias: cut ? flap.vfeKias : wanted,
    vrefKias,
    from: book === undefined ? 'worked out' : 'book',
    addedKt,
    cutAtKias: cut ? flap.vfeKias : null,
  };
}

/** 1.3 times the stall’s calibrated speed at this weight and flap, as it is indicated. */
function workedOut(airplane: Airplane, weightLb: number, stage: number): number {
  const stall = stallAtStage(airplane, { weightLb, stage });
  return iasAtStage(airplane, FIELD_FIGURES.stallTimes * casAtStage(airplane, stall.kias, stage), stage);
}
