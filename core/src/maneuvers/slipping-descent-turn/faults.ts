/** What goes wrong in a slipping descent turn. */
import { between, type Check, phaseRows } from '../../kits/attempt/case.ts';
import { AT_THE_END, fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { stallWarning, type WarningParams } from '../../kits/attempt/warning-fault.ts';
import { skid } from '../../kits/turns/ball-faults.ts';
import { bankWander, rolloutOvershoot, rolloutUndershoot } from '../../kits/turns/faults.ts';
import { longestStretch, meanOver, medianOver, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { limitsOf } from '../../units/figures.ts';
import { SLIP_LIMITS } from './tables.ts';

/** What the words of each need besides its size. */
export interface SlipParams extends WarningParams {
  'little-slip': { ballG: number };
  'too-fast': { targetKt: number };
  'too-slow': { targetKt: number };
  'slip-kept': { ballG: number };
}
const find = findingsOf<SlipParams>();

const littleSlip = fault({
  name: 'little-slip',
  hand: 'rudder',
  seen: AT_THE_END,
  find: (c) => {
    const { track, attempt, context, side } = c;
    const ball = track.other('lat_g');
    const established = phaseNamed(attempt.phases, 'established');
    if (!ball || !established) return undefined;
    const mean = -side * meanOver(ball.values, phaseRows(c, 'established'));
    const { leastBallG } = limitsOf(context, SLIP_LIMITS);
    if (!(mean < leastBallG)) return undefined;
    return find(c, 'little-slip', 'fault', established, [Math.max(0, mean), 'g'], { ballG: mean });
  },
});

/** Speed held wrong: from the airspeed alone, since a slip may falsify it, and only well off. */
const speedOff =
  (name: 'too-fast' | 'too-slow'): Check =>
  (c) => {
    const { track, attempt, context } = c;
    const established = phaseNamed(attempt.phases, 'established');
    const wanted = attempt.brief?.entry?.airspeedKias;
    if (!established || typeof wanted !== 'number') return undefined;
    const fast = name === 'too-fast';
    const size =
      (fast ? 1 : -1) * (medianOver(track.airspeedKt.values, phaseRows(c, 'established')) - wanted);
    const { tooFastKt, tooSlowKt } = limitsOf(context, SLIP_LIMITS);
    if (!(size > (fast ? tooFastKt : tooSlowKt))) return undefined;
    return find(c, name, 'fault', established, [size, 'kt'], { targetKt: wanted });
  };

const slipKept = fault({
  name: 'slip-kept',
  hand: 'rudder',
  seen: {
    phases: ['settle'],
    watch: ({ columns, ...flying }) => {
      const { keptWithinS } = limitsOf(flying, SLIP_LIMITS);
      let levelS = Number.NaN;
      return ({ row, timeS }) => {
        if (Number.isNaN(levelS)) levelS = timeS;
        return timeS - levelS > keptWithinS
          ? Number.NaN
          : Math.abs(columns.other('lat_g')?.values[row] ?? Number.NaN);
      };
    },
    edge: (flying) => limitsOf(flying, SLIP_LIMITS).keptG,
    lastsS: (flying) => limitsOf(flying, SLIP_LIMITS).keptS,
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const ball = track.other('lat_g');
    if (!ball || attempt.state !== 'complete') return undefined;
    const { keptG, keptS, keptWithinS } = limitsOf(context, SLIP_LIMITS);
    const after = between(c, attempt.endS, attempt.endS + keptWithinS);
    const out = (i: number) => Math.abs(ball.values[i]) > keptG;
    const stretch = longestStretch(track.timeS, after, out);
    const size = stretch ? stretch.endS - stretch.startS : 0;
    if (!stretch || !(size > keptS)) return undefined;
    const most = rowOfMax(rowsBetween(track.timeS, stretch.startS, stretch.endS), (i) =>
      Math.abs(ball.values[i]),
    );
    return find(c, 'slip-kept', 'fault', stretch, [size, 's'], { ballG: Math.abs(ball.values[most]) });
  },
});

export const SLIP_FAULTS = [
  littleSlip,
  fault({ name: 'too-fast', seen: AT_THE_END, find: speedOff('too-fast') }),
  fault({ name: 'too-slow', seen: AT_THE_END, find: speedOff('too-slow') }),
  stallWarning,
  bankWander,
  skid,
  rolloutOvershoot,
  rolloutUndershoot,
  slipKept,
] as const;
