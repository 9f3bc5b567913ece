/** Distances by the book’s own table: between its rows, and never outside them. */
import type { DistanceRow } from '../airplane/book.ts';

interface BookDistance {
  groundFt: number;
  /** To or from 50 ft. */
  over50Ft: number;
}

type Answer = BookDistance | { missing: 'no-table' | 'no-air' | 'outside-table' };

/**
 * For no wind and the weight of the table. Rows form a grid of pressure altitude and temperature.
 * @returns why there is no figure where the day’s air is not known, or lies outside the rows
 */
export function bookDistance(
  rows: readonly DistanceRow[] | undefined,
  pressureAltitudeFt: number | null,
  oatC: number | null,
): Answer {
  if (!rows || rows.length === 0) return { missing: 'no-table' };
  if (pressureAltitudeFt === null || oatC === null) return { missing: 'no-air' };
  const heights = [...new Set(rows.map((row) => row.pressureAltitudeFt))].sort((a, b) => a - b);
  const [below, above] = around(heights, pressureAltitudeFt);
  if (below === undefined || above === undefined) return { missing: 'outside-table' };
  const low = atHeight(rows, below, oatC);
  const high = atHeight(rows, above, oatC);
  if (!low || !high) return { missing: 'outside-table' };
  return between(low, high, below === above ? 0 : (pressureAltitudeFt - below) / (above - below));
}

function atHeight(rows: readonly DistanceRow[], heightFt: number, oatC: number): BookDistance | undefined {
  const own = rows.filter((row) => row.pressureAltitudeFt === heightFt).sort((a, b) => a.oatC - b.oatC);
  const [below, above] = around(
    own.map((row) => row.oatC),
    oatC,
  );
  if (below === undefined || above === undefined) return undefined;
  const [low, high] = [below, above].map((at) => own.find((row) => row.oatC === at)!);
  return between(low, high, below === above ? 0 : (oatC - below) / (above - below));
}

/** The values either side of one, rising; undefined where it lies outside them. */
const around = (values: readonly number[], x: number): [number | undefined, number | undefined] => [
  values.findLast((value) => value <= x),
  values.find((value) => value >= x),
];

const between = (a: BookDistance, b: BookDistance, share: number): BookDistance => ({
  groundFt: a.groundFt + share * (b.groundFt - a.groundFt),
  over50Ft: a.over50Ft + share * (b.over50Ft - a.over50Ft),
});
