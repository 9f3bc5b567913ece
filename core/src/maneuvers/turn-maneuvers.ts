/** Level, climbing and descending turns, clearing turns and coordination rolls as maneuvers. */
import { briefFor } from '../brief/targets.ts';
import { rowOfMax, rowsBetween, valueAt } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { phaseNamed } from '../scoring/phases.ts';
import { shortestTurnDeg } from '../units/angles.ts';
import { median, roundTo } from '../units/numbers.ts';
import { ballOut } from './ball-finding.ts';
import { buildAttempt } from './build-attempt.ts';
import { between, type Case, type Check, extremes, runChecks } from './case.ts';
import { finding, say } from './finding.ts';
import type { Attempt, Maneuver, Proposal, ScoringContext } from './maneuver.ts';
import { clearingProposals, heldSpan, rollProposals, type TurnKind, turnProposals } from './plain-turns.ts';
import { legHeading } from './quantities.ts';
import { slowFlight } from './slow-flight.ts';
import { powerOffStall, powerOnStall, stallSeries } from './stalls.ts';
import { steepTurn, turnPhases } from './steep-turn.ts';
import { heldBank } from './turns.ts';

const ID = (c: Case, name: string) => `${c.attempt.maneuver}/${name}`;

/** Bank flown where nobody briefed one, to the next five degrees. */
function bankFlown(track: Track, { startS, endS, segment }: Proposal): number {
  const rows = rowsBetween(track.timeS, startS, endS, segment);
  return 5 * Math.round(heldBank(track.bankDeg.values, rows) / 5);
}

function measureTurn(
  track: Track,
  proposal: Proposal,
  _: readonly Attempt[],
  context: ScoringContext,
): Attempt {
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant);
  const heading = track.headingDeg.values;
  const turnedDeg = Math.abs(
    valueAt(track.timeS, heading, proposal.endS) - valueAt(track.timeS, heading, proposal.startS),
  );
  const kias = brief?.entry?.airspeedKias;
  return buildAttempt(track, proposal, context, {
    phases: turnPhases(track, proposal),
    aims: {
      bankDeg: brief?.bankDeg ?? bankFlown(track, proposal),
      ...(typeof kias === 'number' && proposal.maneuver !== 'level-turn' && { airspeedKt: kias }),
    },
    turnedDeg,
    settles: proposal.maneuver === 'level-turn',
    rowFor: (row) => {
      // Where to roll out only a brief can say.
      if (row.parameter === 'rollout-heading' && typeof brief?.entry?.headingDeg !== 'number')
        return undefined;
      return row;
    },
  });
}

const altLossRollIn: Check = (c) => {
  const { track, attempt, rows, context } = c;
  const limit = context.thresholds.turn.altLossRollInFt;
  if (attempt.maneuver !== 'level-turn') return undefined;
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
      what: `${say(loss)} ft lost in the first quarter of the turn.`,
      why: 'The lift tilted with the bank and the back pressure came late.',
      tryNext: 'Begin to ease back as the bank comes on, a little for every ten degrees.',
    },
  );
};

const altGainRollout: Check = (c) => {
  const { track, attempt, context } = c;
  const rollOut = phaseNamed(attempt.phases, 'roll-out');
  if (!rollOut || attempt.state !== 'complete' || attempt.maneuver !== 'level-turn') return undefined;
  const altitude = track.altitudeFt.values;
  const from = valueAt(track.timeS, altitude, rollOut.startS);
  const highest = rowOfMax(between(c, rollOut.startS, attempt.endS + 10), (i) => altitude[i]);
  if (highest < 0) return undefined;
  const gain = altitude[highest] - from;
  if (!(gain > context.thresholds.turn.altGainRolloutFt) || altitude[highest] <= attempt.entry.altitudeFt)
    return undefined;
  return finding(
    ID(c, 'alt-gain-rollout'),
    'fault',
    { startS: rollOut.startS, endS: track.timeS[highest] },
    gain,
    'ft',
    {
      what: `Rose ${say(gain)} ft in rolling out.`,
      why: 'The back pressure of the turn was still there with the wings level.',
      tryNext: 'Let the pressure go at the rate at which the bank comes off.',
    },
  );
};

const rollOutHeading: Check = (c) => {
  const { track, attempt, side, context } = c;
  const wanted = attempt.brief?.entry?.headingDeg;
  if (attempt.state !== 'complete' || typeof wanted !== 'number') return undefined;
  const past = side * shortestTurnDeg(wanted, valueAt(track.timeS, track.headingDeg.values, attempt.endS));
  if (!(Math.abs(past) > context.thresholds.turn.rolloutDeg)) return undefined;
  const span = { startS: attempt.endS, endS: attempt.endS };
  const lead = say(Math.floor(attempt.targets.bankDeg / 2));
  return past > 0
    ? finding(ID(c, 'rollout-overshoot'), 'fault', span, past, 'deg', {
        what: `Rolled out ${say(past)}° past the heading.`,
        why: 'The roll-out began too late.',
        tryNext: `Begin it ${lead}° before the heading, half the bank.`,
      })
    : finding(ID(c, 'rollout-undershoot'), 'fault', span, -past, 'deg', {
        what: `Wings level ${say(-past)}° before the heading.`,
        why: 'The roll-out began too early.',
        tryNext: `Wait until ${lead}° are left, half the bank.`,
      });
};

const bankWander: Check = (c) => {
  const { track, attempt, context } = c;
  // A derived bank wanders with its own error.
  if (track.bankDeg.source === 'derived') return undefined;
  const { fromS, toS } = heldSpan(track, attempt);
  const rows = between(c, fromS + 1, toS - 1);
  const sizes = track.bankDeg.values.map(Math.abs);
  const { low, high } = extremes(sizes, rows);
  if (low < 0) return undefined;
  const spread = sizes[high] - sizes[low];
  if (!(spread > context.thresholds.turn.bankSpreadDeg)) return undefined;
  return finding(ID(c, 'bank-wander'), 'fault', { startS: fromS, endS: toS }, spread, 'deg', {
    what: `Bank wandered over ${say(spread)}°, from ${say(sizes[low])}° to ${say(sizes[high])}°.`,
    why: 'The bank was chased on the instrument rather than held against the horizon.',
    tryNext: 'Eyes out: one small correction, wait, look again.',
  });
};

const TURN_CHECKS: readonly Check[] = [
  altLossRollIn,
  bankWander,
  ballOut('slip'),
  ballOut('skid'),
  rollOutHeading,
  altGainRollout,
];

const turn = (id: TurnKind): Maneuver => ({
  id,
  propose: (track, context) => ({ proposals: turnProposals(track, context, id), warnings: [] }),
  measure: measureTurn,
  findings: (track, attempt, next, context) =>
    // A climb or descent is not steady in altitude before or after.
    runChecks(TURN_CHECKS, track, attempt, next, context, { general: id === 'level-turn' }),
});

export const levelTurn = turn('level-turn');
export const climbingTurn = turn('climbing-turn');
export const descendingTurn = turn('descending-turn');

/** What the area is cleared for. */
const CLEARED_FOR = [powerOffStall, powerOnStall, stallSeries, slowFlight, steepTurn];

export const clearingTurns: Maneuver = {
  id: 'clearing-turns',
  propose: (track, context) => ({
    proposals: clearingProposals(
      track,
      context,
      CLEARED_FOR.flatMap((maneuver) => maneuver.propose(track, context).proposals),
    ),
    warnings: [],
  }),
  measure: (track, proposal, _, context) =>
    buildAttempt(track, proposal, context, {
      phases: [{ name: 'turns', startS: proposal.startS, endS: proposal.endS }],
      shows: ['altitudeFt', 'headingDeg'],
      settles: false,
    }),
  findings: () => [],
};

/** How far the heading moves within a second and a half when nobody rolls, degrees. */
function yawScatter(track: Track, heading: Float64Array, { from, to }: { from: number; to: number }): number {
  const moves: number[] = [];
  for (let i = from; i < to; i++) {
    const last = rowsBetween(track.timeS, track.timeS[i], track.timeS[i] + 1.5).to - 1;
    if (last > i && last < to) moves.push(Math.abs(shortestTurnDeg(heading[i], heading[last])));
  }
  return moves.length === 0 ? 0 : median(moves);
}

const adverseYaw: Check = (c) => {
  const { track, attempt, context } = c;
  // A swing of a second is gone once a second is smoothed: the samples as they came.
  const heading = track.recording.channels.hdg_deg;
  if (!heading) return undefined;
  const bank = track.bankDeg.values;
  const rows = between(c, attempt.startS - 1.5, attempt.endS);
  // What gusts do to the heading in as long a time is allowed for; over several rolls it averages out.
  const threshold = context.thresholds.turn.adverseYawDeg;
  const scatter = yawScatter(track, heading, between(c, attempt.startS - 14, attempt.startS - 3));
  const swings: { size: number; row: number }[] = [];
  for (let i = rows.from; i < rows.to; i++) {
    // From level, over the next second and a half: the nose against the roll.
    const last = between(c, track.timeS[i], track.timeS[i] + 1.5).to - 1;
    if (last <= i || Math.abs(bank[i]) > 6 || Math.abs(bank[last]) < 10) continue;
    const side = Math.sign(bank[last]);
    let size = 0;
    for (let k = i + 1; k <= last; k++)
      size = Math.max(size, -side * shortestTurnDeg(heading[i], heading[k]));
    const same = swings.at(-1);
    if (same && track.timeS[i] - track.timeS[same.row] < 1.5) same.size = Math.max(same.size, size);
    else swings.push({ size, row: i });
  }
  const most = [...swings].sort((a, b) => b.size - a.size)[0];
  if (!most) return undefined;
  const usual = swings.reduce((sum, { size }) => sum + size, 0) / swings.length;
  const once = most.size > threshold + 3 * scatter;
  const often = swings.length >= 4 && usual > threshold && usual > (3 * scatter) / Math.sqrt(swings.length);
  if (!once && !often) return undefined;
  const { size: worst, row: at } = most;
  return finding(
    ID(c, 'adverse-yaw'),
    'fault',
    { startS: track.timeS[at], endS: track.timeS[at] + 1.5 },
    worst,
    'deg',
    {
      what: `The nose swung ${say(worst, 1)}° against the roll before it followed.`,
      why: 'Aileron without rudder: the rising wing drags.',
      tryNext: 'Press the rudder with the aileron, as much as keeps the nose on the point.',
    },
  );
};

export const coordinationRolls: Maneuver = {
  id: 'coordination-rolls',
  propose: (track, context) => ({ proposals: rollProposals(track, context), warnings: [] }),
  measure: (track, proposal, _, context) =>
    buildAttempt(track, proposal, context, {
      phases: [{ name: 'rolls', startS: proposal.startS, endS: proposal.endS }],
      aims: { bankDeg: roundTo(bankFlown(track, proposal), 0) },
      settles: false,
      quantity: (row) =>
        row.parameter === 'heading'
          ? legHeading(track, [{ startS: proposal.startS, endS: proposal.endS }])
          : undefined,
    }),
  findings: (track, attempt, next, context) =>
    runChecks([adverseYaw], track, attempt, next, context, { general: false }),
};
