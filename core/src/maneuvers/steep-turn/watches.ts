/** What is looked at while a steep turn is flown, besides what is looked at in any turn. */
import type { Flying, Watch } from '../../kits/attempt/fault.ts';
import { gustKt, isRough } from '../../signals/air.ts';
import { slopeBack } from '../../signals/columns.ts';
import { powerTold } from '../../signals/power.ts';
import { openSwings } from '../../signals/reversals.ts';
import { limitsOf } from '../../units/figures.ts';
import { STEEP_LIMITS } from './tables.ts';

/** A vertical speed or a speed that rises is the slope of so long, s. */
const SLOPE_S = 3;
/** An engine that turns faster is geared: there a share of its turns counts. */
const FAST_RPM = 3500;

/** What counts as a move of the power, by what tells it. */
export function powerMoved(of: Pick<Flying, 'airplane' | 'thresholds' | 'columns' | 'startRow'>) {
  const told = powerTold(of.columns, of.airplane);
  if (!told) return undefined;
  const limits = limitsOf(of, STEEP_LIMITS);
  const atStart = told.values[of.startRow];
  const geared = atStart > FAST_RPM ? (atStart * limits.powerReversalPct) / 100 : 0;
  const swing = {
    inHg: limits.powerReversalInHg,
    rpm: Math.max(limits.powerReversalRpm, geared),
    '%': limits.powerReversalPct,
    '': limits.powerReversalPct / 100,
  }[told.unit];
  return { ...told, swing };
}

/** How often the power has gone up and down. */
export function powerMoves(flying: Flying): Watch {
  const power = powerMoved(flying);
  if (!power) return () => Number.NaN;
  const swings = openSwings(power.swing);
  // Columns under way are another array once they have grown.
  return ({ row }) => swings.push(powerTold(flying.columns, flying.airplane)?.values[row] ?? Number.NaN);
}

/** Speed lost since the entry, kt, less what the air takes. */
export function speedLost({ columns, targets, startRow, thresholds }: Flying): Watch {
  const { speedDecayKt } = limitsOf({ thresholds }, STEEP_LIMITS);
  return ({ row }) => {
    const lostKt = targets.airspeedKt - columns.airspeedKt.values[row];
    const rows = { from: startRow, to: row + 1 };
    // How rough it is, is asked only of a speed that would be named.
    return lostKt > speedDecayKt && isRough(columns, rows)
      ? lostKt - AIR_TIMES * gustKt(columns, rows)
      : lostKt;
  };
}
const AIR_TIMES = 3;

/** Descent of a steep bank whose speed rises, ft/min; NaN of any other. */
export function diving({ columns, startRow, thresholds }: Flying): Watch {
  const { spiralBankDeg } = limitsOf({ thresholds }, STEEP_LIMITS);
  return ({ row }) => {
    if (!(Math.abs(columns.bankDeg.values[row]) > spiralBankDeg)) return Number.NaN;
    const perS = (values: Float64Array) => slopeBack(columns, values, row, SLOPE_S, startRow);
    return perS(columns.airspeedKt.values) > 0 ? -60 * perS(columns.altitudeFt.values) : Number.NaN;
  };
}
