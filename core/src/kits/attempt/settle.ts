/** What follows an attempt until the airplane is stable again: the commonest fault, rising at the roll-out, lives there. */
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Phase } from '../../scoring/schema.ts';
import type { Proposal } from './attempt.ts';
import { strayTimes } from './rough-air.ts';
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
  // In gusts it is as steady as it will be well before it stands still.
  const times = strayTimes(track, rows);
  let stableSinceS: number | undefined;
  for (let i = rows.from; i < rows.to; i++) {
    const stable =
      Math.abs(track.bankDeg.values[i]) < times * SETTLING.bankDeg &&
      Math.abs(track.verticalSpeedFpm[i]) <= times * SETTLING.verticalSpeedFpm &&
      Math.abs(track.altitudeFt.values[i] - wanted.altitudeFt) <= times * SETTLING.altitudeFt &&
      !(Math.abs(track.airspeedKt.values[i] - wanted.airspeedKt) > times * SETTLING.airspeedKt);
    if (!stable) stableSinceS = undefined;
    else stableSinceS ??= timeS[i];
    if (stableSinceS !== undefined && timeS[i] - stableSinceS >= SETTLING.stableS) {
      return { name: 'settle', startS: endS, endS: Math.max(stableSinceS, endS) };
    }
  }
  return { name: 'settle', startS: endS, endS: timeS[rows.to - 1] };
}
