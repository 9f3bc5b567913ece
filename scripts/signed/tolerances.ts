/**
 * What an examiner makes of a figure that leaves its tolerance. A deviation begins beyond the edge by what an instrument can be
 * read to. It is brief when it goes no further than three tenths of a tolerance past the edge, or 3 kt, 30 ft or 3°, turns back
 * within three seconds and is over within five. Fewer than three in each minute begun are let pass; what leaves together is one.
 * All house rules: the standards say "consistently exceeding" and "prompt corrective action" and name no size.
 */
import { type Columns, lasting, rowsIn, type Stretch, stretches } from './series.ts';

export interface Tolerance {
  what: 'altitude' | 'airspeed' | 'heading' | 'bank' | 'rate';
  low: number;
  high: number;
}

const READABLE = { altitude: 5, airspeed: 1, heading: 1, bank: 1, rate: 0 };
const AT_LEAST = { altitude: 30, airspeed: 3, heading: 3, bank: 3, rate: 0.3 };
const TURNS_BACK_S = 3;
const OVER_S = 5;
const TOO_MANY = 3;
const TOGETHER_S = 1;

export interface Deviation extends Stretch {
  what: Tolerance['what'];
  /** The furthest beyond the edge. */
  by: number;
  brief: boolean;
}

/** @param off how far each row is from the target */
export function deviationsIn(
  columns: Columns,
  span: Stretch,
  { what, low, high }: Tolerance,
  off: (row: number) => number,
): Deviation[] {
  const rows = rowsIn(columns, span);
  const beyond = (i: number) => Math.max(low - off(i), off(i) - high);
  const found = stretches(columns, rows, (i) => beyond(i) > READABLE[what], TOGETHER_S);
  return found.map((one) => {
    const inside = rowsIn(columns, one);
    const furthest = inside.reduce((a, b) => (beyond(b) > beyond(a) ? b : a));
    const by = beyond(furthest);
    const most = Math.max((0.3 * (high - low)) / 2, AT_LEAST[what], 2 * READABLE[what]);
    const turnsBack = columns.timeS[furthest] - one.fromS <= TURNS_BACK_S;
    return { ...one, what, by, brief: by <= most && turnsBack && lasting(one) <= OVER_S };
  });
}

/** Why an examiner fails these deviations; undefined where all are brief and few. */
export function failing(all: readonly Deviation[], overS: number): string | undefined {
  const long = all.find(({ brief }) => !brief);
  if (long)
    return `${long.what} out by ${long.by.toFixed(0)} from ${long.fromS.toFixed(0)} s for ${lasting(long).toFixed(0)} s`;
  const ordered = [...all].sort((a, b) => a.fromS - b.fromS);
  let count = 0;
  for (const [k, one] of ordered.entries()) {
    const before = ordered[k - 1];
    const withBefore = before && before.what !== one.what && one.fromS <= before.toS + TOGETHER_S;
    if (!withBefore) count++;
  }
  return count >= TOO_MANY * Math.max(1, Math.ceil(overS / 60)) ? `${count} deviations` : undefined;
}
