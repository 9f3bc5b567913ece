/** How rough the air was over some rows, and what that does to an airspeed. */
import { slopeOf } from '../recording/columns/resample.ts';
import { meanOver, type Rows, rowsBetween } from '../recording/columns/span.ts';
import { clamp } from '../units/numbers.ts';
import type { Columns } from './columns.ts';
import { ROUGH_AIR } from './tables.ts';

export const isRough = (columns: Columns, rows: Rows): boolean =>
  roughnessG(columns, rows) > ROUGH_AIR.roughG;

/** How many times as far as in still air an airplane may stray before it is called unsteady. */
export const strayTimes = (columns: Columns, rows: Rows): number =>
  clamp(1 + (roughnessG(columns, rows) - ROUGH_AIR.roughG) / ROUGH_AIR.doublesG, 1, ROUGH_AIR.mostTimes);

/**
 * Root mean square of the load about its mean, g: gusts come and go within a second or two, a hand on the stick is
 * slower. 0 where no load was recorded.
 */
function roughnessG(columns: Columns, { from, to }: Rows): number {
  const load = columns.raw('load_g');
  if (!load) return 0;
  const { timeS } = columns;
  // A window that moves along: what enters is added, what leaves is taken off.
  let [first, next, inWindow, windowSum] = [from, from, 0, 0];
  let [squares, count] = [0, 0];
  for (let i = from; i < to; i++) {
    while (next < to && timeS[next] <= timeS[i] + ROUGH_AIR.windowS / 2) {
      if (!Number.isNaN(load[next])) {
        windowSum += load[next];
        inWindow++;
      }
      next++;
    }
    while (timeS[first] < timeS[i] - ROUGH_AIR.windowS / 2) {
      if (!Number.isNaN(load[first])) {
        windowSum -= load[first];
        inWindow--;
      }
      first++;
    }
    if (Number.isNaN(load[i])) continue;
    squares += (load[i] - windowSum / inWindow) ** 2;
    count++;
  }
  return count === 0 ? 0 : Math.sqrt(squares / count);
}

/** How far the airspeed scatters about a straight line over ten seconds, kt: a steady drift is no gust. */
export function gustKt(columns: Columns, { from, to }: Rows): number {
  const { timeS, airspeedKt } = columns;
  if (to - from < 3) return 0;
  let [sum, n] = [0, 0];
  for (let s = timeS[from]; s + ROUGH_AIR.lineS <= timeS[to - 1]; s += ROUGH_AIR.lineS) {
    const rows = rowsBetween(timeS, s, s + ROUGH_AIR.lineS, { from, to });
    const slope = slopeOf(timeS, airspeedKt.values, rows.from, rows.to);
    const mid = meanOver(airspeedKt.values, rows);
    for (let i = rows.from; i < rows.to; i++) {
      const line = mid + slope * (timeS[i] - (s + ROUGH_AIR.lineS / 2));
      sum += (airspeedKt.values[i] - line) ** 2;
      n++;
    }
  }
  return n === 0 ? 0 : Math.sqrt(sum / n);
}
