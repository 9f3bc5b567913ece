/** Power, asked one way: which channel tells it, and how far the lever is from idle to full. */
import type { Airplane } from '../airplane/schema.ts';
import type { Columns } from './columns.ts';

/** Engine speed where it tells power: a governor holds it whatever the throttle does. */
export function turnsOf(columns: Columns, airplane?: Airplane): Float64Array | undefined {
  const governed = columns.other('map_inhg') || airplane?.propeller?.kind === 'constant-speed';
  return governed ? undefined : columns.other('rpm')?.values;
}

interface PowerTold {
  values: Float64Array;
  /** `''` for the throttle's share. */
  unit: 'inHg' | 'rpm' | '%' | '';
}

/** The channel that tells power best; undefined where none does. */
export function powerTold(columns: Columns, airplane?: Airplane): PowerTold | undefined {
  const map = columns.other('map_inhg');
  if (map) return { values: map.values, unit: 'inHg' };
  const turns = turnsOf(columns, airplane);
  if (turns) return { values: turns, unit: 'rpm' };
  const percent = columns.other('power_pct');
  if (percent) return { values: percent.values, unit: '%' };
  const throttle = columns.other('throttle');
  return throttle && { values: throttle.values, unit: '' };
}

/** A lever that moves slower than this stands still, share a second. */
const STILL_PER_S = 0.02;

/** The row at which the lever began to come back, going back from one by which it had; the row itself where nothing tells. */
export function powerCutRow(columns: Columns, row: number): number {
  const lever = columns.other('throttle')?.values;
  if (!lever) return row;
  let from = row;
  const falls = (i: number) =>
    lever[i - 1] - lever[i] > STILL_PER_S * (columns.timeS[i] - columns.timeS[i - 1]);
  // Rows that are not final yet tell nothing.
  while (
    from > 1 &&
    (Number.isNaN(lever[from]) || !falls(from)) &&
    columns.timeS[row] - columns.timeS[from] < LOOK_S
  )
    from--;
  while (from > 1 && falls(from)) from--;
  return columns.timeS[row] - columns.timeS[from] < LOOK_S ? from : row;
}
const LOOK_S = 6;
