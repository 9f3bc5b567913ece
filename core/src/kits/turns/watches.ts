/** What is looked at while a turn is flown. */
import { slopeOf } from '../../recording/columns/resample.ts';
import { type Columns, rowBefore } from '../../signals/columns.ts';
import type { Flying, Watch } from '../attempt/fault.ts';
import { TURN_SIGNS } from './tables.ts';

/** A rate of roll needs several samples a second. */
const SLOWEST_STEP_S = 0.52;
const RATE_OVER_S = 1;

/** Rate of roll over the last second, deg/s. */
export function rollRate({ columns, startRow }: Flying): Watch {
  if (columns.stepS > SLOWEST_STEP_S) return () => Number.NaN;
  return ({ row }) => {
    const from = rowBefore(columns, row, RATE_OVER_S, startRow);
    const long = columns.timeS[row] - columns.timeS[from] >= RATE_OVER_S / 2 - 1e-6;
    return long ? Math.abs(slopeOf(columns.timeS, columns.bankDeg.values, from, row + 1)) : Number.NaN;
  };
}

/** Altitude lost since the entry, ft, as long as less than a quarter has been turned. */
export function lossInFirstQuarter({ columns, entry, startRow }: Flying): Watch {
  let over = false;
  return ({ row }) => {
    const heading = columns.headingDeg.values;
    over ||= Math.abs(heading[row] - heading[startRow]) > 90;
    return over ? Number.NaN : entry.altitudeFt - columns.altitudeFt.values[row];
  };
}

/** Altitude gained since the roll-out began, ft, and for so long after it; coming back up to the entry's is no rise. */
export function gainInRollOut({ columns, entry }: Flying, withinS: number): Watch {
  let fromFt = Number.NaN;
  let levelS = Number.NaN;
  return ({ row, timeS, inPhase }) => {
    const altitudeFt = columns.altitudeFt.values[row];
    if (Number.isNaN(fromFt)) fromFt = altitudeFt;
    if (inPhase('settle') && Number.isNaN(levelS)) levelS = timeS;
    return timeS - levelS > withinS || altitudeFt <= entry.altitudeFt ? Number.NaN : altitudeFt - fromFt;
  };
}

/** Range over which the held bank has wandered about its target, deg; to one side only it is another fault. */
export function bankSpread({ columns, targets }: Flying, leastDeg: number): Watch {
  let [above, below] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  return ({ row }) => {
    const off = Math.abs(columns.bankDeg.values[row]) - targets.bankDeg;
    above = Math.max(above, off);
    below = Math.max(below, -off);
    return Math.min(above, below) < leastDeg ? Number.NaN : above + below;
  };
}

/** The row at which the wings came level: the first below the edge of a turn, going back from one. */
export function levelRow({ bankDeg }: Columns, row: number, startRow: number): number {
  let level = row;
  while (level > startRow && Math.abs(bankDeg.values[level - 1]) < TURN_SIGNS.turnEdgeDeg) level--;
  return level;
}
