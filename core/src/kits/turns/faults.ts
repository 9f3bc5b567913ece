/** What goes wrong in turns that are not steep. */

import type { None } from '../../coded.ts';
import { rowOfMax, valueAt } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case, type Check, extremes } from '../attempt/case.ts';
import { fault, type Seen } from '../attempt/fault.ts';
import { findingsOf } from '../attempt/finding.ts';
import { type BallParams, skid, slip } from './ball-faults.ts';
import { heldSpan } from './plain-turns.ts';
import { TURN_LIMITS, TURN_SIGNS } from './tables.ts';
import { rolledOutFor } from './turn-attempt.ts';
import { gainInRollOut, levelRow, lossInFirstQuarter, openBankRange } from './watches.ts';

/** What the words of each need besides its size. */
export interface TurnParams extends BallParams {
  'bank-wander': { leastDeg: number; mostDeg: number };
  'rollout-overshoot': { leadDeg: number };
  'rollout-undershoot': { leadDeg: number };
  'alt-loss-roll-in': None;
  'alt-gain-rollout': None;
}
const find = findingsOf<TurnParams>();

const altLossRollIn = fault({
  name: 'alt-loss-roll-in',
  seen: { watch: lossInFirstQuarter, edge: (flying) => limitsOf(flying, TURN_LIMITS).altLossRollInFt },
  find: (c) => {
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
  },
});

const altGainRollout = fault({
  name: 'alt-gain-rollout',
  seen: {
    phases: ['roll-out', 'settle'],
    watch: (flying) => gainInRollOut(flying, 10),
    edge: (flying) => limitsOf(flying, TURN_LIMITS).altGainRolloutFt,
  },
  find: (c) => {
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
  },
});

/** How far past the briefed heading the wings came level; undefined where it was not rolled out for one. */
function rolledPastDeg({ track, attempt, side }: Case): number | undefined {
  const wanted = attempt.brief?.entry?.headingDeg;
  if (attempt.state !== 'complete' || !rolledOutFor(track, attempt, wanted)) return undefined;
  return side * shortestTurnDeg(wanted, valueAt(track.timeS, track.headingDeg.values, attempt.endS));
}

const rolledPast = (way: 1 | -1): Seen => ({
  phases: ['settle'],
  watch: ({ columns, brief, side, startRow }) => {
    const wanted = brief?.entry?.headingDeg;
    let past = Number.NaN;
    return ({ row }) => {
      if (typeof wanted !== 'number' || !Number.isNaN(past)) return past;
      const off = shortestTurnDeg(wanted, columns.headingDeg.values[levelRow(columns, row, startRow)]);
      past = Math.abs(off) > TURN_SIGNS.setHeadingDeg ? 0 : way * side * off;
      return past;
    };
  },
  edge: (flying) => limitsOf(flying, TURN_LIMITS).rolloutDeg,
  warnShare: 1,
});

const rolledOut =
  (name: 'rollout-overshoot' | 'rollout-undershoot', way: 1 | -1): Check =>
  (c) => {
    const past = rolledPastDeg(c);
    if (past === undefined) return undefined;
    const { endS, targets } = c.attempt;
    return find(c, name, 'fault', { startS: endS, endS }, [way * past, 'deg'], {
      leadDeg: Math.floor(targets.bankDeg / 2),
    });
  };

export const rolloutOvershoot = fault({
  name: 'rollout-overshoot',
  hand: 'bank',
  seen: rolledPast(1),
  find: rolledOut('rollout-overshoot', 1),
});
export const rolloutUndershoot = fault({
  name: 'rollout-undershoot',
  hand: 'bank',
  seen: rolledPast(-1),
  find: rolledOut('rollout-undershoot', -1),
});

export const bankWander = fault({
  name: 'bank-wander',
  hand: 'bank',
  seen: {
    phases: ['established'],
    watch: (flying) => {
      const range = openBankRange(flying);
      return ({ row }) => {
        const { least, most } = range(row);
        return most - least;
      };
    },
    edge: (flying) => limitsOf(flying, TURN_LIMITS).bankSpreadDeg,
  },
  find: (c) => {
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
  },
});

/** What can go wrong in any turn. */
export const TURN_FAULTS = [bankWander, slip, skid, rolloutOvershoot, rolloutUndershoot] as const;
/** And in one that holds its altitude. */
export const LEVEL_TURN_FAULTS = [altLossRollIn, ...TURN_FAULTS, altGainRollout] as const;
