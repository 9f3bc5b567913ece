/** A landing in the trainer as its own physics has it: at the gate, at the touch, and until it stopped. */
import type { FieldRow } from '../../kits/coach/quantities.ts';
import { degrees } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';

interface GateShown {
  kias: number;
  sinkFpm: number;
  /** Below the horizon, over the ground. */
  pathDeg: number;
  rightFt: number;
  flapsDeg: number;
}

export interface LandingShown {
  gate: GateShown | null;
  touch: {
    kias: number;
    sinkFpm: number;
    /** Past the threshold, and right of the middle. */
    alongFt: number;
    rightFt: number;
    /** Nose right of the runway. */
    noseDeg: number;
    loadG: number;
    bounces: number;
  };
}

interface Row {
  kias: number;
  verticalFpm: number;
  loadG: number;
  flapsDeg: number;
  field: FieldRow;
}

/** A rise off the wheels of less is none, ft. */
const HOP_FT = 0.7;

interface LandingLog {
  /** After each look, in the order of time. */
  keep(row: Row): void;
  /** The last landing; null before the first. */
  landing: LandingShown | null;
}

export function openLandingLog(gateFt: number): LandingLog {
  let before: Row | null = null;
  let armed = false;
  let hopped = false;
  let gate: GateShown | null = null;
  const log: LandingLog = { landing: null, keep };

  function keep(row: Row): void {
    const { field } = row;
    const was = before;
    before = row;
    if (!was) return;
    if (field.fieldFt > gateFt) {
      armed = true;
      gate = null;
    }
    if (was.field.fieldFt > gateFt && field.fieldFt <= gateFt) gate = gateAt(row);
    if (field.onWheels === 0) {
      hopped ||= field.fieldFt > HOP_FT;
      return;
    }
    if (armed && was.field.onWheels === 0) {
      armed = false;
      hopped = false;
      log.landing = { gate, touch: touchAt(was) };
    } else if (hopped && log.landing) {
      hopped = false;
      log.landing.touch.bounces++;
    }
    if (log.landing && field.overKt > 20)
      log.landing.touch.loadG = Math.max(log.landing.touch.loadG, row.loadG);
  }
  return log;
}

const gateAt = ({ kias, verticalFpm, flapsDeg, field }: Row): GateShown => ({
  kias,
  sinkFpm: -verticalFpm,
  pathDeg: degrees(Math.atan2((-verticalFpm * FT_TO_M) / 60, field.overKt * KT_TO_MPS)),
  rightFt: field.rightFt,
  flapsDeg,
});

const touchAt = ({ kias, verticalFpm, loadG, field }: Row): LandingShown['touch'] => ({
  kias,
  sinkFpm: -verticalFpm,
  alongFt: field.alongFt,
  rightFt: field.rightFt,
  noseDeg: field.offRunwayDeg,
  loadG,
  bounces: 0,
});
