/** Tables of pairs, as handbooks give them. */

export type Points = readonly (readonly [number, number])[];

/** Piecewise-linear, continued along the first and last segments (never flat). `from` picks the column read. */
export function interpolate(points: Points, x: number, from: 0 | 1 = 0): number {
  const to = from === 0 ? 1 : 0;
  let i = 1;
  while (i < points.length - 1 && x > points[i][from]) i++;
  const a = points[i - 1];
  const b = points[i];
  return a[to] + ((x - a[from]) * (b[to] - a[to])) / (b[from] - a[from]);
}
