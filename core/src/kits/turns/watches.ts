/** What is looked at while a turn is flown. */
import { slopeOf } from '../../recording/columns/resample.ts';
import { type Columns, rowBefore, slopeBack } from '../../signals/columns.ts';
import { openSwings } from '../../signals/reversals.ts';
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
export function gainInRollOut({ columns, entry, startRow }: Flying, withinS: number): Watch {
  let fromFt = Number.NaN;
  let levelS = Number.NaN;
  return ({ row, timeS, inPhase }) => {
    const altitudeFt = columns.altitudeFt.values[row];
    if (Number.isNaN(fromFt)) fromFt = altitudeFt;
    if (inPhase('settle') && Number.isNaN(levelS)) levelS = columns.timeS[levelRow(columns, row, startRow)];
    return timeS - levelS > withinS || altitudeFt <= entry.altitudeFt ? Number.NaN : altitudeFt - fromFt;
  };
}

/** A bank has swung when it has come back by so much, deg: what only falls is a roll-out. */
const SWING_DEG = 2;

/** Least and greatest |bank| between which it has swung, deg; NaN before it has. */
export function openBankRange({ columns }: Flying): (row: number) => { least: number; most: number } {
  const swings = openSwings(SWING_DEG);
  const banks: number[] = [];
  let [least, most] = [Number.NaN, Number.NaN];
  return (row) => {
    const bank = Math.abs(columns.bankDeg.values[row]);
    const known = swings.turned.length;
    banks.push(bank);
    swings.push(bank);
    for (const at of swings.turned.slice(known)) {
      least = Math.min(banks[at], Number.isNaN(least) ? banks[at] : least);
      most = Math.max(banks[at], Number.isNaN(most) ? banks[at] : most);
    }
    return { least, most };
  };
}

/** Range over which the held bank has wandered about its target, deg; to one side only it is another fault. */
export function bankSpread(flying: Flying, leastDeg: number): Watch {
  const range = openBankRange(flying);
  const { bankDeg } = flying.targets;
  return ({ row }) => {
    const { least, most } = range(row);
    return Math.min(most - bankDeg, bankDeg - least) < leastDeg ? Number.NaN : most - least;
  };
}

/** A bank that is let off faster than this is being rolled out, deg/s. */
const ROLLS_OUT_DEG_PER_S = 6;

/** Whether the bank is coming off on purpose. */
export const isRollingOut = ({ columns, startRow }: Flying, row: number): boolean => {
  const values = columns.bankDeg.values;
  return Math.sign(values[row]) * slopeBack(columns, values, row, 1, startRow) < -ROLLS_OUT_DEG_PER_S;
};

/** The row at which the wings came level: the first below the edge of a turn, going back from one. */
export function levelRow({ bankDeg }: Columns, row: number, startRow: number): number {
  let level = row;
  while (level > startRow && Math.abs(bankDeg.values[level - 1]) < TURN_SIGNS.turnEdgeDeg) level--;
  return level;
}

/** The row at which a turn began: going back from one inside it, the first beyond the edge of level. */
export function turnBegan({ bankDeg }: Columns, row: number): number {
  let first = row;
  while (first > 0 && !(Math.abs(bankDeg.values[first]) < TURN_SIGNS.turnEdgeDeg)) first--;
  return first < row ? first + 1 : row;
}
