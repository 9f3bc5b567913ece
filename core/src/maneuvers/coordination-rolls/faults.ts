/** What goes wrong in rolls about a point. */
import type { None } from '../../coded.ts';
import { between } from '../../kits/attempt/case.ts';
import { fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { limitsOf } from '../../units/figures.ts';
import { median } from '../../units/numbers.ts';
import { ROLL_LIMITS } from './tables.ts';

/** How far the heading moves within a second and a half when nobody rolls, degrees. */
function yawScatter(track: Track, heading: Float64Array, { from, to }: { from: number; to: number }): number {
  const moves: number[] = [];
  for (let i = from; i < to; i++) {
    const last = rowsBetween(track.timeS, track.timeS[i], track.timeS[i] + 1.5).to - 1;
    if (last > i && last < to) moves.push(Math.abs(shortestTurnDeg(heading[i], heading[last])));
  }
  return moves.length === 0 ? 0 : median(moves);
}

export type RollParams = Record<'adverse-yaw', None>;
const find = findingsOf<RollParams>();

export const adverseYaw = fault({
  name: 'adverse-yaw',
  hand: 'rudder',
  seen: { afterwards: 'a swing counts against what the air does to the heading, over all the rolls' },
  find: (c) => {
    const { track, attempt, context } = c;
    // A swing of a second is gone once a second is smoothed: the samples as they came.
    const heading = track.recording.channels.hdg_deg;
    if (!heading) return undefined;
    const bank = track.bankDeg.values;
    const rows = between(c, attempt.startS - 1.5, attempt.endS);
    // What gusts do to the heading in as long a time is allowed for; over several rolls it averages out.
    const threshold = limitsOf(context, ROLL_LIMITS).adverseYawDeg;
    const scatter = yawScatter(track, heading, between(c, attempt.startS - 14, attempt.startS - 3));
    const swings: { size: number; row: number }[] = [];
    for (let i = rows.from; i < rows.to; i++) {
      // From level, over the next second and a half: the nose against the roll.
      const last = between(c, track.timeS[i], track.timeS[i] + 1.5).to - 1;
      if (last <= i || Math.abs(bank[i]) > 6 || Math.abs(bank[last]) < 10) continue;
      const side = Math.sign(bank[last]);
      let size = 0;
      for (let k = i + 1; k <= last; k++)
        size = Math.max(size, -side * shortestTurnDeg(heading[i], heading[k]));
      const same = swings.at(-1);
      if (same && track.timeS[i] - track.timeS[same.row] < 1.5) same.size = Math.max(same.size, size);
      else swings.push({ size, row: i });
    }
    const most = [...swings].sort((a, b) => b.size - a.size)[0];
    if (!most) return undefined;
    const usual = swings.reduce((sum, { size }) => sum + size, 0) / swings.length;
    const once = most.size > threshold + 3 * scatter;
    const often = swings.length >= 4 && usual > threshold && usual > (3 * scatter) / Math.sqrt(swings.length);
    if (!once && !often) return undefined;
    const { size: worst, row: at } = most;
    return find(c, 'adverse-yaw', 'fault', { startS: track.timeS[at], endS: track.timeS[at] + 1.5 }, [
      worst,
      'deg',
    ]);
  },
});
