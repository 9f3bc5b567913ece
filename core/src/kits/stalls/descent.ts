/** The steady descent before a power-off stall: the final approach that it stands for. */
import { longestStretch, meanOver, medianOver } from '../../recording/columns/span.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { limitsOf } from '../../units/figures.ts';
import { median } from '../../units/numbers.ts';
import { between, type Case } from '../attempt/case.ts';
import { failed, met, unseen } from './evidence.ts';
import { eventOf } from './stall-case.ts';
import { STALL_LIMITS } from './tables.ts';

/** The longest steady part of the way down before the pitch-up; undefined where no break was found. */
export function descentBefore(
  c: Case,
): { startS: number; endS: number; kias: number; fpm: number } | undefined {
  const event = eventOf(c);
  if (!event) return undefined;
  const { track, attempt, context } = c;
  const { descentKt, descentLeastFpm, descentMostFpm, descentS: windowS } = limitsOf(context, STALL_LIMITS);
  const rows = between(c, attempt.startS, event.pitchUpS + 1);
  const altitude = track.altitudeFt.values;
  const climb = track.verticalSpeedFpm;
  const speed = track.airspeedKt.values;
  // Five seconds at a time, as an eye reads the two needles: a gust in between is no end of the descent.
  const steadyFrom = (i: number): boolean => {
    const part = between(c, track.timeS[i], track.timeS[i] + windowS);
    if (track.timeS[part.to - 1] - track.timeS[i] < windowS - 1.01 * track.stepS) return false;
    const fpm = ((altitude[part.to - 1] - altitude[i]) / (track.timeS[part.to - 1] - track.timeS[i])) * 60;
    if (!(fpm < -descentLeastFpm && fpm > -descentMostFpm)) return false;
    const kias = meanOver(speed, part);
    for (let k = part.from; k < part.to; k++) if (Math.abs(speed[k] - kias) > descentKt) return false;
    return true;
  };
  const found = longestStretch(track.timeS, rows, steadyFrom);
  const steady = found && {
    startS: found.startS,
    endS: Math.min(found.endS + windowS, event.pitchUpS + windowS),
  };
  if (!steady) return { startS: attempt.startS, endS: attempt.startS, kias: Number.NaN, fpm: Number.NaN };
  const within = between(c, steady.startS, steady.endS);
  return {
    ...steady,
    kias: medianOver(speed, within),
    fpm: median(Array.from(climb.subarray(within.from, within.to))),
  };
}

export function steadyDescent(c: Case): Evidence {
  const descent = descentBefore(c);
  if (!descent) return unseen(undefined, 'no-break-found');
  const lastedS = descent.endS - descent.startS;
  const { descentS } = limitsOf(c.context, STALL_LIMITS);
  if (lastedS < descentS) return failed(descent.endS, 'descent-too-short', { lastedS, askedS: descentS });
  return met(descent.startS, 'descent-held', { sinkFpm: -descent.fpm, kias: descent.kias, lastedS });
}
