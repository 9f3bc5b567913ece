/** What flaps do to the altitude, and how they move. */
import type { Columns } from './columns.ts';

export const within = (
  c: Columns,
  name: string,
  seconds: number,
  change: (c: Columns, at: number, to: number) => number,
) =>
  Math.max(
    ...c.flown.events.filter((event) => event.name === name).map(({ atS }) => change(c, atS, atS + seconds)),
  );
export const gain = (c: Columns, at: number, to: number) =>
  c.most('alt_ft', at, to) - c.mean('alt_ft', at - 1, at);
export const loss = (c: Columns, at: number, to: number) =>
  c.mean('alt_ft', at - 1, at) - c.least('alt_ft', at, to);
/** Degrees of flap that move without a pause of two seconds. */
export const flapJumps = (c: Columns, fromS = 0): number => {
  const flaps = c.values('flaps_deg', fromS, c.endS);
  let [most, since] = [0, flaps[0]];
  for (let i = 20; i < flaps.length; i++) {
    if (flaps[i] === flaps[i - 20]) since = flaps[i];
    most = Math.max(most, Math.abs(flaps[i] - since));
  }
  return most;
};
