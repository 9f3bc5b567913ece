/**
 * How rough the air of a stretch was, by what it did to the load: above 0.15 Hz, and without what the hands did, since a pull
 * and a stall shake the same column. Where no load was recorded, by the scatter of the airspeed.
 */
import { movingMean } from '../recording/columns/moving-mean.ts';
import { type Rows, rowsBetween, spreadOver } from '../recording/columns/span.ts';
import { median } from '../units/numbers.ts';
import { gustKt } from './air.ts';
import type { Columns } from './columns.ts';
import { AIR_LEVEL } from './tables.ts';

export const AIR_LEVELS = ['smooth', 'light', 'moderate', 'severe'] as const;
export type AirLevel = (typeof AIR_LEVELS)[number];

export type Air = WorkedOut | { level: AirLevel; by: 'instructor' };

interface WorkedOut {
  level: AirLevel;
  by: 'load' | 'airspeed';
  /** Root mean square, g or kt, and its standard error. */
  size: number;
  error: number;
}

interface Span {
  startS: number;
  endS: number;
}

/**
 * The air of an attempt: what both it and its surroundings show, since what shakes only the attempt may be the hand.
 * @returns undefined where neither load nor enough airspeed is on record
 */
export function airOf(columns: Columns, { startS, endS }: Span): WorkedOut | undefined {
  const own = over(columns, [{ startS, endS }]);
  const around = over(columns, [
    { startS: startS - AIR_LEVEL.aroundS, endS: startS },
    { startS: endS, endS: endS + AIR_LEVEL.aroundS },
  ]);
  if (!own || !around) return own ?? around;
  return around.size < own.size ? around : own;
}

export const isAtLeast = (air: Pick<Air, 'level'> | undefined, level: AirLevel): boolean =>
  air !== undefined && AIR_LEVELS.indexOf(air.level) >= AIR_LEVELS.indexOf(level);

function over(columns: Columns, spans: readonly Span[]): WorkedOut | undefined {
  const load = columns.raw('load_g');
  const blocks = spans.flatMap((span) => blocksOf(columns, span));
  if (blocks.length < AIR_LEVEL.leastBlocks) return undefined;
  const quiet = blocks.filter((rows) => isQuiet(columns, rows));
  const used = quiet.length >= AIR_LEVEL.leastBlocks ? quiet : blocks;
  const sizes = Float64Array.from(used, (rows) =>
    load ? shaking(columns, load, rows) : gustKt(columns, rows),
  );
  const known = sizes.filter((size) => !Number.isNaN(size));
  if (known.length < AIR_LEVEL.leastBlocks) return undefined;
  // A single pull that slipped through moves no median.
  const size = median(known);
  const spread = median(known.map((one) => Math.abs(one - size)));
  const limits = load
    ? [AIR_LEVEL.lightG, AIR_LEVEL.moderateG, AIR_LEVEL.severeG]
    : [AIR_LEVEL.lightKt, AIR_LEVEL.moderateKt, AIR_LEVEL.severeKt];
  return {
    level: AIR_LEVELS[limits.filter((limit) => size >= limit).length],
    by: load ? 'load' : 'airspeed',
    size,
    error: (1.5 * spread) / Math.sqrt(known.length),
  };
}

const blocksOf = (columns: Columns, { startS, endS }: Span): Rows[] => {
  const rows: Rows[] = [];
  for (let s = startS; s + AIR_LEVEL.blockS <= endS; s += AIR_LEVEL.blockS) {
    const block = rowsBetween(columns.timeS, s, s + AIR_LEVEL.blockS);
    if (block.to - block.from >= 3) rows.push(block);
  }
  return rows;
};

/** Neither rolled, pulled nor stalled. */
function isQuiet(columns: Columns, rows: Rows): boolean {
  const range = (values: ArrayLike<number> | undefined) => (values ? spreadOver(values, rows) : 0);
  return (
    range(columns.bankDeg.values) < AIR_LEVEL.quietDeg &&
    range(columns.other('pitch_deg')?.values) < AIR_LEVEL.quietDeg &&
    range(columns.other('elevator')?.values) < AIR_LEVEL.quietElevator &&
    range(columns.raw('stall_warn')) < 0.5
  );
}

/** Root mean square of the load above the frequency that a moving mean leaves to it. */
function shaking({ timeS }: Columns, load: Float64Array, { from, to }: Rows): number {
  const own = load.subarray(from, to);
  const slow = movingMean(timeS.subarray(from, to), own, AIR_LEVEL.windowS);
  let sum = 0;
  for (let i = 0; i < own.length; i++) sum += (own[i] - slow[i]) ** 2;
  return Math.sqrt(sum / own.length);
}
