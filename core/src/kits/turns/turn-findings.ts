/** What goes wrong in turns that are not steep. */

import { rowOfMax, valueAt } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { between, type Check, extremes } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { finding, idsOf, numberText } from '../attempt/finding.ts';
import { ballOut } from './ball-finding.ts';
import { heldSpan } from './plain-turns.ts';
import { TURN_LIMITS } from './tables.ts';
import { rolledOutFor } from './turn-attempt.ts';

/** What can go wrong in any turn. */
export const TURN_FINDINGS = [
  'bank-wander',
  'slip',
  'skid',
  'rollout-overshoot',
  'rollout-undershoot',
] as const;
/** And in one that holds its altitude. */
export const LEVEL_TURN_FINDINGS = ['alt-loss-roll-in', 'alt-gain-rollout'] as const;
const ID = idsOf([...TURN_FINDINGS, ...LEVEL_TURN_FINDINGS]);

const altLossRollIn: Check = (c) => {
  const { track, attempt, rows, context } = c;
  const limit = limitsOf(context, TURN_LIMITS).altLossRollInFt;
  const heading = track.headingDeg.values;
  const start = valueAt(track.timeS, heading, attempt.startS);
  let to = rows.from;
  while (to < rows.to && Math.abs(heading[to] - start) <= 90) to++;
  const lowest = rowOfMax({ from: rows.from, to }, (i) => -track.altitudeFt.values[i]);
  if (lowest < 0) return undefined;
  const loss = attempt.entry.altitudeFt - track.altitudeFt.values[lowest];
  if (!(loss > limit)) return undefined;
  return finding(
    ID(c, 'alt-loss-roll-in'),
    'fault',
    { startS: attempt.startS, endS: track.timeS[lowest] },
    loss,
    'ft',
    {
      what: `${numberText(loss)} ft lost in the first quarter of the turn.`,
      why: 'The lift tilted with the bank and the back pressure came late.',
      tryNext: 'Begin to ease back as the bank comes on, a little for every ten degrees.',
    },
  );
};

const altGainRollout: Check = (c) => {
  const { track, attempt, context } = c;
  const rollOut = phaseNamed(attempt.phases, 'roll-out');
  if (!rollOut || attempt.state !== 'complete') return undefined;
  const altitude = track.altitudeFt.values;
  const from = valueAt(track.timeS, altitude, rollOut.startS);
  const highest = rowOfMax(between(c, rollOut.startS, attempt.endS + 10), (i) => altitude[i]);
  if (highest < 0) return undefined;
  const gain = altitude[highest] - from;
  if (
    !(gain > limitsOf(context, TURN_LIMITS).altGainRolloutFt) ||
    altitude[highest] <= attempt.entry.altitudeFt
  )
    return undefined;
  return finding(
    ID(c, 'alt-gain-rollout'),
    'fault',
    { startS: rollOut.startS, endS: track.timeS[highest] },
    gain,
    'ft',
    {
      what: `Rose ${numberText(gain)} ft in rolling out.`,
      why: 'The back pressure of the turn was still there with the wings level.',
      tryNext: 'Let the pressure go at the rate at which the bank comes off.',
    },
  );
};

export const rollOutHeading: Check = (c) => {
  const { track, attempt, side, context } = c;
  const wanted = attempt.brief?.entry?.headingDeg;
  if (attempt.state !== 'complete' || !rolledOutFor(track, attempt, wanted)) return undefined;
  const past = side * shortestTurnDeg(wanted, valueAt(track.timeS, track.headingDeg.values, attempt.endS));
  if (!(Math.abs(past) > limitsOf(context, TURN_LIMITS).rolloutDeg)) return undefined;
  const span = { startS: attempt.endS, endS: attempt.endS };
  const lead = numberText(Math.floor(attempt.targets.bankDeg / 2));
  return past > 0
    ? finding(ID(c, 'rollout-overshoot'), 'fault', span, past, 'deg', {
        what: `Rolled out ${numberText(past)}° past the heading.`,
        why: 'The roll-out began too late.',
        tryNext: `Begin it ${lead}° before the heading, half the bank.`,
      })
    : finding(ID(c, 'rollout-undershoot'), 'fault', span, -past, 'deg', {
        what: `Wings level ${numberText(-past)}° before the heading.`,
        why: 'The roll-out began too early.',
        tryNext: `Wait until ${lead}° are left, half the bank.`,
      });
};

export const bankWander: Check = (c) => {
  const { track, attempt, context } = c;
  // A derived bank wanders with its own error.
  if (track.bankDeg.source === 'derived') return undefined;
  const { fromS, toS } = heldSpan(track, attempt);
  const rows = between(c, fromS + 1, toS - 1);
  const sizes = track.bankDeg.values.map(Math.abs);
  const { low, high } = extremes(sizes, rows);
  if (low < 0) return undefined;
  const spread = sizes[high] - sizes[low];
  if (!(spread > limitsOf(context, TURN_LIMITS).bankSpreadDeg)) return undefined;
  return finding(ID(c, 'bank-wander'), 'fault', { startS: fromS, endS: toS }, spread, 'deg', {
    what: `Bank wandered over ${numberText(spread)}°, from ${numberText(sizes[low])}° to ${numberText(sizes[high])}°.`,
    why: 'The bank was chased on the instrument rather than held against the horizon.',
    tryNext: 'Eyes out: one small correction, wait, look again.',
  });
};

export const TURN_CHECKS: readonly Check[] = [bankWander, ballOut('slip'), ballOut('skid'), rollOutHeading];

export const LEVEL_TURN_CHECKS: readonly Check[] = [altLossRollIn, ...TURN_CHECKS, altGainRollout];
