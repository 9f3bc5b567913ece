/** The speeds and sizes of a pattern. */
import type { Airplane } from '../../airplane/schema.ts';
import { climbKiasOf, rotateKiasOf } from '../speeds.ts';

/** Figures of this pattern: heights above the field and distances from the threshold, ft; speeds, KIAS. */
export interface PatternFigures {
  rotateKias: number;
  climbKias: number;
  downwindKias: number;
  baseKias: number;
  finalKias: number;
  patternFt: number;
  gateFt: number;
  /** Of the downwind leg from the runway, and of the turn to base before the threshold. */
  widthFt: number;
  baseFt: number;
  /** The way down, degrees below the horizon. */
  pathDeg: number;
  side: 'left' | 'right';
  flapStages: number;
}

/** The speeds and sizes of a pattern, from the airplane's file, the school's rules and the runway. */
export function patternFigures(
  airplane: Airplane,
  rules: { patternFt: number; gateFt: number; pathDeg: number; side: 'left' | 'right' },
  finalKias: number,
): PatternFigures {
  const vs1 = airplane.vs1Kias;
  const { patternKias } = airplane;
  return {
    ...rules,
    rotateKias: Math.round(rotateKiasOf(airplane)),
    climbKias: Math.round(climbKiasOf(airplane)),
    downwindKias: Math.round(patternKias?.downwind ?? 1.7 * vs1),
    baseKias: Math.round(patternKias?.base ?? 1.45 * vs1),
    finalKias: Math.round(finalKias),
    widthFt: 4900,
    baseFt: 7600,
    flapStages: airplane.flaps.length,
  };
}
