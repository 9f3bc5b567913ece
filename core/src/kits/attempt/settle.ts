/** What follows an attempt until the airplane is stable again: the commonest fault, rising at the roll-out, lives there. */
import { meanOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Phase } from '../../scoring/schema.ts';
import { strayTimes } from '../../signals/air.ts';
import type { Proposal } from './attempt.ts';
import { SETTLING } from './tables.ts';

/** Up to 15 s after the end, cut short where the airplane is back at altitude and speed with wings level. */
export function settlePhase(
  track: Track,
  { endS, segment }: Proposal,
  wanted: { altitudeFt: number; airspeedKt: number },
): Phase | undefined {
  const { timeS } = track;
  const rows = rowsBetween(timeS, endS, endS + SETTLING.settleS, segment);
  if (rows.to - rows.from < 2) return undefined;
  // In gusts the means over a few seconds tell whether it is steady: it never stands still, and may drift more.
  const times = strayTimes(track, rows);
  const rough = times > 1;
  const most = rough ? 1 + (times - 1) * SETTLING.roughShare : 1;
  const around = (i: number): Rows =>
    rough
      ? rowsBetween(timeS, timeS[i] - SETTLING.roughMeanS / 2, timeS[i] + SETTLING.roughMeanS / 2, segment)
      : { from: i, to: i + 1 };
  let stableSinceS: number | undefined;
  for (let i = rows.from; i < rows.to; i++) {
    const window = around(i);
    const mean = (values: Float64Array) => meanOver(values, window);
    const stable =
      Math.abs(mean(track.bankDeg.values)) < most * SETTLING.bankDeg &&
      Math.abs(mean(track.verticalSpeedFpm)) <= most * SETTLING.verticalSpeedFpm &&
      Math.abs(mean(track.altitudeFt.values) - wanted.altitudeFt) <= most * SETTLING.altitudeFt &&
      !(Math.abs(mean(track.airspeedKt.values) - wanted.airspeedKt) > most * SETTLING.airspeedKt);
    if (!stable) stableSinceS = undefined;
    else stableSinceS ??= timeS[i];
    if (stableSinceS !== undefined && timeS[i] - stableSinceS >= SETTLING.stableS) {
      return { name: 'settle', startS: endS, endS: Math.max(stableSinceS, endS) };
    }
  }
  return { name: 'settle', startS: endS, endS: timeS[rows.to - 1] };
}
