/** How rough the air was over some rows, and what that does to an airspeed. */
import { localSlope } from '../recording/resample.ts';
import { meanOver, type Rows, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';

/** Root mean square of the load about its mean over three seconds, g, from which on the air is rough [measured on
 * synthetic flights: still air with sensor noise stays below 0.02, light turbulence lies above 0.04]. */
const ROUGH_G = 0.03;

const WINDOW_S = 3;

/** Gusts show as load that comes and goes within a second or two; a hand on the stick is slower. */
export function isRough(track: Track, { from, to }: Rows): boolean {
  const load = track.recording.channels.load_g;
  if (!load) return false;
  const { timeS } = track;
  // A window that moves along: what enters is added, what leaves is taken off.
  let [first, next, inWindow, windowSum] = [from, from, 0, 0];
  let [squares, count] = [0, 0];
  for (let i = from; i < to; i++) {
    while (next < to && timeS[next] <= timeS[i] + WINDOW_S / 2) {
      if (!Number.isNaN(load[next])) {
        windowSum += load[next];
        inWindow++;
      }
      next++;
    }
    while (timeS[first] < timeS[i] - WINDOW_S / 2) {
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
  return count > 0 && Math.sqrt(squares / count) > ROUGH_G;
}

const LINE_S = 10;

/** How far the airspeed scatters about a straight line over ten seconds, kt: a steady drift is no gust. */
export function gustKt(track: Track, { from, to }: Rows): number {
  const { timeS, airspeedKt } = track;
  if (to - from < 3) return 0;
  let [sum, n] = [0, 0];
  for (let s = timeS[from]; s + LINE_S <= timeS[to - 1]; s += LINE_S) {
    const rows = rowsBetween(timeS, s, s + LINE_S, { from, to });
    const slope = localSlope(timeS, airspeedKt.values, rows, LINE_S);
    const mid = meanOver(airspeedKt.values, rows);
    for (let i = rows.from; i < rows.to; i++) {
      const line = mid + slope[i - rows.from] * (timeS[i] - (s + LINE_S / 2));
      sum += (airspeedKt.values[i] - line) ** 2;
      n++;
    }
  }
  return n === 0 ? 0 : Math.sqrt(sum / n);
}
