/** What follows an attempt until the airplane is stable again: the commonest fault, rising at the roll-out, lives there. */
import { rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import type { Phase } from '../scoring/schema.ts';
import type { Proposal } from './maneuver.ts';

export const SETTLE_S = 15;
/** Stable: this long within all of the limits below. */
const STABLE_S = 4;
const ALTITUDE_FT = 100;
const AIRSPEED_KT = 10;
const VERTICAL_SPEED_FPM = 200;
const BANK_DEG = 5;

/** Up to 15 s after the end, cut short where the airplane is back at altitude and speed with wings level. */
export function settlePhase(
  track: Track,
  { endS, segment }: Proposal,
  wanted: { altitudeFt: number; airspeedKt: number },
): Phase | undefined {
  const { timeS } = track;
  const rows = rowsBetween(timeS, endS, endS + SETTLE_S, segment);
  if (rows.to - rows.from < 2) return undefined;
  let stableSinceS: number | undefined;
  for (let i = rows.from; i < rows.to; i++) {
    const stable =
      Math.abs(track.bankDeg.values[i]) < BANK_DEG &&
      Math.abs(track.verticalSpeedFpm[i]) <= VERTICAL_SPEED_FPM &&
      Math.abs(track.altitudeFt.values[i] - wanted.altitudeFt) <= ALTITUDE_FT &&
      !(Math.abs(track.airspeedKt.values[i] - wanted.airspeedKt) > AIRSPEED_KT);
    if (!stable) stableSinceS = undefined;
    else stableSinceS ??= timeS[i];
    if (stableSinceS !== undefined && timeS[i] - stableSinceS >= STABLE_S) {
      return { name: 'settle', startS: endS, endS: Math.max(stableSinceS, endS) };
    }
  }
  return { name: 'settle', startS: endS, endS: timeS[rows.to - 1] };
}
