/** What goes wrong in turns that are not steep. */

import type { None } from '../../coded.ts';
import { rowOfMax, valueAt } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { between, type Check, extremes } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { findingsOf } from '../attempt/finding.ts';
import { type BallParams, ballOut } from './ball-finding.ts';
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

/** What the words of each need besides its size. */
export interface TurnParams extends BallParams {
  'bank-wander': { leastDeg: number; mostDeg: number };
  'rollout-overshoot': { leadDeg: number };
  'rollout-undershoot': { leadDeg: number };
  'alt-loss-roll-in': None;
  'alt-gain-rollout': None;
}
const find = findingsOf<TurnParams>();

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
  return find(c, 'alt-loss-roll-in', 'fault', { startS: attempt.startS, endS: track.timeS[lowest] }, [
    loss,
    'ft',
  ]);
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
  return find(c, 'alt-gain-rollout', 'fault', { startS: rollOut.startS, endS: track.timeS[highest] }, [
    gain,
    'ft',
  ]);
};

export const rollOutHeading: Check = (c) => {
  const { track, attempt, side, context } = c;
  const wanted = attempt.brief?.entry?.headingDeg;
  if (attempt.state !== 'complete' || !rolledOutFor(track, attempt, wanted)) return undefined;
  const past = side * shortestTurnDeg(wanted, valueAt(track.timeS, track.headingDeg.values, attempt.endS));
  if (!(Math.abs(past) > limitsOf(context, TURN_LIMITS).rolloutDeg)) return undefined;
  const span = { startS: attempt.endS, endS: attempt.endS };
  const leadDeg = Math.floor(attempt.targets.bankDeg / 2);
  return past > 0
    ? find(c, 'rollout-overshoot', 'fault', span, [past, 'deg'], { leadDeg })
    : find(c, 'rollout-undershoot', 'fault', span, [-past, 'deg'], { leadDeg });
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
  return find(c, 'bank-wander', 'fault', { startS: fromS, endS: toS }, [spread, 'deg'], {
    leastDeg: sizes[low],
    mostDeg: sizes[high],
  });
};

export const TURN_CHECKS: readonly Check[] = [bankWander, ballOut('slip'), ballOut('skid'), rollOutHeading];

export const LEVEL_TURN_CHECKS: readonly Check[] = [altLossRollIn, ...TURN_CHECKS, altGainRollout];
