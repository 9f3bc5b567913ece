/** What goes wrong in a slipping descent turn. */
import { between, type Check, phaseRows } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { finding, idsOf, numberText } from '../../kits/attempt/finding.ts';
import { warningFinding } from '../../kits/attempt/warning-finding.ts';
import { ballOut } from '../../kits/turns/ball-finding.ts';
import { bankWander, rollOutHeading } from '../../kits/turns/turn-findings.ts';
import { longestStretch, meanOver, medianOver, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { SLIP_LIMITS } from './tables.ts';

export const SLIP_FINDINGS = ['little-slip', 'too-fast', 'too-slow', 'stall-warning', 'slip-kept'] as const;
const ID = idsOf(SLIP_FINDINGS);

const littleSlip: Check = (c) => {
  const { track, attempt, context, side } = c;
  const ball = track.other('lat_g');
  const established = phaseNamed(attempt.phases, 'established');
  if (!ball || !established) return undefined;
  const mean = -side * meanOver(ball.values, phaseRows(c, 'established'));
  const { leastBallG } = limitsOf(context, SLIP_LIMITS);
  if (!(mean < leastBallG)) return undefined;
  return finding(ID(c, 'little-slip'), 'fault', established, Math.max(0, mean), 'g', {
    what: `Hardly any slip: the ball ${mean > 0.02 ? `${numberText(mean, 2)} g to the low side` : 'near the middle'} on average.`,
    why: 'Opposite rudder came in too little, or went out again as the turn was held.',
    tryNext: 'Bank in with aileron, then rudder the other way until the nose no longer follows; hold both.',
  });
};

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
    return finding(ID(c, name), 'fault', established, size, 'kt', {
      what: `Flown ${numberText(size)} kt ${fast ? 'above' : 'below'} the target of ${numberText(wanted)} kt.`,
      why: fast
        ? 'The nose went down for the sink: speed throws away what the slip was for.'
        : 'The nose was held up against the sink, with rudder and aileron crossed.',
      tryNext: fast
        ? 'Raise the nose a little: the slip makes the descent, the nose keeps the speed.'
        : 'Lower the nose first. Slow and crossed is where a wing goes; never hold a slip near the warning.',
    });
  };

const stallWarning: Check = (c) =>
  warningFinding(ID(c, 'stall-warning'), c.track, c.rows, c.context, {
    why: 'Too slow for the bank, with the controls crossed.',
    tryNext: 'Nose down at once, rudder neutral, then level; go around if it is low.',
  });

const slipKept: Check = (c) => {
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
  return finding(ID(c, 'slip-kept'), 'fault', stretch, size, 's', {
    what: `The ball stayed out for ${numberText(size)} s with the wings level (${numberText(Math.abs(ball.values[most]), 2)} g).`,
    why: 'The rudder came out after the aileron, or not at all.',
    tryNext: 'Both come out together: aileron and rudder neutral as the wings come level, then the ball.',
  });
};

export const SLIP_CHECKS: readonly Check[] = [
  littleSlip,
  speedOff('too-fast'),
  speedOff('too-slow'),
  stallWarning,
  bankWander,
  ballOut('skid'),
  rollOutHeading,
  slipKept,
];
