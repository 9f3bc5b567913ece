/** The steady descent before a power-off stall: the final approach that it stands for. */
import { longestStretch } from '../../recording/columns/span.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { median } from '../../units/numbers.ts';
import { between, type Case } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { numberText } from '../attempt/finding.ts';
import { failed, held, unseen } from '../attempt/requirement.ts';
import { eventOf } from './stall-case.ts';
import { STALL_LIMITS } from './tables.ts';

/** The longest steady part of the way down before the pitch-up; undefined where no break was found. */
export function descentBefore(
  c: Case,
): { startS: number; endS: number; kias: number; fpm: number } | undefined {
  const event = eventOf(c);
  if (!event) return undefined;
  const { track, attempt, context } = c;
  const { descentKt, descentLeastFpm, descentMostFpm } = limitsOf(context, STALL_LIMITS);
  const rows = between(c, attempt.startS, event.pitchUpS + 1);
  const climb = track.verticalSpeedFpm;
  const speed = track.airspeedKt.values;
  const down = (i: number) => climb[i] < -descentLeastFpm && climb[i] > -descentMostFpm;
  const speeds: number[] = [];
  for (let i = rows.from; i < rows.to; i++) if (down(i)) speeds.push(speed[i]);
  const about = median(speeds);
  const steady = longestStretch(track.timeS, rows, (i) => down(i) && Math.abs(speed[i] - about) <= descentKt);
  if (!steady) return { startS: attempt.startS, endS: attempt.startS, kias: Number.NaN, fpm: Number.NaN };
  const within = between(c, steady.startS, steady.endS);
  return {
    ...steady,
    kias: about,
    fpm: median(Array.from(climb.subarray(within.from, within.to))),
  };
}

export function steadyDescent(c: Case): Evidence {
  const descent = descentBefore(c);
  if (!descent) return unseen('no break was found');
  const seconds = descent.endS - descent.startS;
  if (seconds < limitsOf(c.context, STALL_LIMITS).descentS)
    return failed(
      `${numberText(seconds)} s of ${numberText(limitsOf(c.context, STALL_LIMITS).descentS)}`,
      descent.endS,
    );
  return held(
    `${numberText(-descent.fpm)} ft/min at ${numberText(descent.kias)} kt for ${numberText(seconds)} s`,
    descent.startS,
  );
}
