/** What goes wrong in a steep turn. Each finding is one small function; the list at the end runs them all. */

import type { None } from '../../coded.ts';
import type { Attempt, Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { type Case, runChecks } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { countReversals, findingsOf } from '../../kits/attempt/finding.ts';
import { gustKt, isRough } from '../../kits/attempt/rough-air.ts';
import { turnsOf } from '../../kits/attempt/scene.ts';
import { type WarningParams, warningFinding } from '../../kits/attempt/warning-finding.ts';
import { type BallParams, ballOut } from '../../kits/turns/ball-finding.ts';
import { localSlope } from '../../recording/columns/resample.ts';
import { type Rows, rowOfMax, rowsBetween, valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { findExcursions } from '../../scoring/excursion.ts';
import type { Span } from '../../scoring/judged.ts';
import { deviations, resolutionOf } from '../../scoring/parameter.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import type { Finding } from '../../scoring/schema.ts';
import { judgingRows } from '../../scoring/standard.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { aboveVa, brokenOff, diveIn, leastTurnDeg } from './requirements.ts';
import { STEEP_LIMITS, STEEP_SIGNS } from './tables.ts';

type SteepCase = Case & { limits: typeof STEEP_LIMITS };
type Check = (c: SteepCase) => Finding | undefined | (Finding | undefined)[];

export const STEEP_FINDINGS = [
  'roll-in-too-fast',
  'alt-loss-roll-in',
  'alt-gain-rollout',
  'overbank',
  'bank-shallow',
  'bank-wander',
  'speed-decay',
  'speed-above-va',
  'power-unchanged',
  'power-chasing',
  'slip',
  'skid',
  'rollout-early',
  'rollout-late',
  'incomplete-turn',
  'stall-warning',
  'spiral-dive',
] as const;

/** What the words of each need besides its size. */
export interface SteepParams extends BallParams, WarningParams {
  'roll-in-too-fast': None;
  'alt-loss-roll-in': None;
  'alt-gain-rollout': None;
  overbank: { targetDeg: number; bankDeg: number; lastedS: number; midTurn: boolean };
  'bank-shallow': { targetDeg: number; lastedS: number };
  'bank-wander': { leastDeg: number; mostDeg: number };
  'speed-decay': { slowestKt: number; powerUp: boolean };
  'speed-above-va': { fastestKt: number; vaKias: number; weightLb?: number };
  'power-unchanged': { power: number; powerUnit: string };
  'power-chasing': None;
  'rollout-early': { leadDeg: number };
  'rollout-late': { leadDeg: number };
  'incomplete-turn': { leastDeg: number };
  'spiral-dive': { bankDeg: number };
}
const find = findingsOf<SteepParams>();

const rollInTooFast: Check = (c) => {
  const { track, attempt, limits } = c;
  const rollIn = phaseNamed(attempt.phases, 'roll-in');
  // A rate of roll needs several samples a second.
  if (!rollIn || track.stepS > 0.52) return undefined;
  const rows = rowsBetween(track.timeS, rollIn.startS, rollIn.endS, attempt.segment);
  const size = localSlope(track.timeS, track.bankDeg.values, rows, 0.5).reduce(
    (most, rate) => Math.max(most, Math.abs(rate)),
    0,
  );
  if (size <= limits.rollInDegPerS) return undefined;
  return find(c, 'roll-in-too-fast', 'fault', rollIn, [size, 'deg/s']);
};

const altLossRollIn: Check = (c) => {
  const { track, attempt, rows, limits } = c;
  const altitude = track.altitudeFt.values;
  const heading = track.headingDeg.values;
  const startHeading = valueAt(track.timeS, heading, attempt.startS);
  let to = rows.from;
  while (to < rows.to && Math.abs(heading[to] - startHeading) <= 90) to++;
  const first90: Rows = { from: rows.from, to };
  const lowest = rowOfMax(first90, (i) => -altitude[i]);
  if (lowest < 0) return undefined;
  const loss = attempt.targets.altitudeFt - altitude[lowest];
  if (loss <= limits.altLossRollInFt) return undefined;
  let first = lowest;
  while (first > rows.from && attempt.targets.altitudeFt - altitude[first - 1] > limits.altLossRollInFt / 2)
    first--;
  const span = { startS: track.timeS[first], endS: track.timeS[lowest] };
  return find(c, 'alt-loss-roll-in', 'fault', span, [loss, 'ft']);
};

const altGainRollout: Check = (c) => {
  const { track, attempt, limits } = c;
  const rollOut = phaseNamed(attempt.phases, 'roll-out');
  if (!rollOut || attempt.state !== 'complete') return undefined;
  const altitude = track.altitudeFt.values;
  const from = valueAt(track.timeS, altitude, rollOut.startS);
  const after = rowsBetween(
    track.timeS,
    rollOut.startS,
    attempt.endS + limits.altGainWithinS,
    attempt.segment,
  );
  const highest = rowOfMax(after, (i) => altitude[i]);
  if (highest < 0) return undefined;
  const gain = altitude[highest] - from;
  // Coming back up to the entry altitude is a correction, not a rise.
  if (!(gain > limits.altGainRolloutFt) || altitude[highest] <= attempt.targets.altitudeFt) return undefined;
  return find(
    { attempt },
    'alt-gain-rollout',
    'fault',
    { startS: rollOut.startS, endS: track.timeS[highest] },
    [gain, 'ft'],
  );
};

/** Beyond the standard's band on either side for longer than a moment; only the longest of each side is named. */
const bankBeyond: Check = (c) => {
  const { track, attempt, context, limits } = c;
  const row = judgingRows(context, attempt).rows.find(({ parameter }) => parameter === 'bank');
  const established = phaseNamed(attempt.phases, 'established');
  const bank = row && attempt.quantity(row);
  if (!row || !established || !bank) return undefined;
  const rows = rowsBetween(track.timeS, established.startS, established.endS, attempt.segment);
  const { timeS, deviation } = deviations(track, bank, rows);
  const lasting = findExcursions(timeS, deviation, row, resolutionOf('bank')).filter(
    ({ startS, endS }) => endS - startS > limits.bankBeyondS,
  );
  const longest = (side: number) =>
    lasting
      .filter(({ peak }) => Math.sign(peak) === side)
      .sort((a, b) => b.endS - b.startS - (a.endS - a.startS))
      .at(0);
  const [over, under] = [longest(1), longest(-1)];
  const target = attempt.targets.bankDeg;
  return [
    over &&
      find(c, 'overbank', 'fault', over, [over.peak, 'deg'], {
        targetDeg: target,
        bankDeg: target + over.peak,
        lastedS: over.endS - over.startS,
        midTurn: over.startS - established.startS > STEEP_SIGNS.midTurnS,
      }),
    under &&
      find(c, 'bank-shallow', 'fault', under, [-under.peak, 'deg'], {
        targetDeg: target,
        lastedS: under.endS - under.startS,
      }),
  ];
};

const bankWander: Check = (c) => {
  const { track, attempt, limits } = c;
  const established = phaseNamed(attempt.phases, 'established');
  if (!established) return undefined;
  const rows = rowsBetween(track.timeS, established.startS, established.endS, attempt.segment);
  const bank = track.bankDeg.values;
  const most = rowOfMax(rows, (i) => Math.abs(bank[i]));
  const least = rowOfMax(rows, (i) => -Math.abs(bank[i]));
  if (most < 0 || least < 0) return undefined;
  const above = Math.abs(bank[most]) - attempt.targets.bankDeg;
  const below = attempt.targets.bankDeg - Math.abs(bank[least]);
  // To one side only it is an overbank or a shallow bank, and said there.
  if (above + below <= limits.bankSpreadDeg || Math.min(above, below) < 0.3 * limits.bankSpreadDeg)
    return undefined;
  return find(c, 'bank-wander', 'fault', established, [above + below, 'deg'], {
    leastDeg: Math.abs(bank[least]),
    mostDeg: Math.abs(bank[most]),
  });
};

const speedDecay: Check = (c) => {
  const { track, attempt, rows, limits } = c;
  const airspeed = track.airspeedKt.values;
  const slowest = rowOfMax(rows, (i) => -airspeed[i]);
  if (slowest < 0) return undefined;
  const lost = attempt.targets.airspeedKt - airspeed[slowest];
  if (!(lost > limits.speedDecayKt)) return undefined;
  // What sinking air takes away is not the pilot's; with the power added, no more was to be done about it.
  const gusts = isRough(track, rows) ? gustKt(track, rows) : 0;
  const air = (powerLeft(c) ? 3 : 4) * gusts;
  if (!(lost > limits.speedDecayKt + air)) return undefined;
  const powerUp = gusts > 0 && powerWasUp(c, slowest);
  return find(c, 'speed-decay', powerUp ? 'note' : 'fault', spanTo(track, attempt, slowest), [lost, 'kt'], {
    slowestKt: airspeed[slowest],
    powerUp,
  });
};

/** Nearly all the power was on as the speed was least; false where nothing tells. */
const powerWasUp = ({ scene }: SteepCase, slowest: number): boolean =>
  scene.lever(slowest) > STEEP_SIGNS.powerUp;

const speedAboveVa: Check = (c) => {
  const above = aboveVa(c);
  if (!above) return undefined;
  const { fastestKt, vaKias, span } = above;
  const { weightLb } = c.context;
  return find(c, 'speed-above-va', 'fault', span, [fastestKt - vaKias, 'kt'], {
    fastestKt,
    vaKias: Math.floor(vaKias),
    ...(weightLb !== undefined && { weightLb }),
  });
};

/** The channel that tells power, with what counts as steady and as a reversal. */
function powerOf({ track, attempt, limits, context }: SteepCase) {
  // Where a governor holds the turns they tell nothing.
  const map = track.other('map_inhg');
  if (map) return { values: map.values, swing: limits.powerReversalInHg, unit: 'inHg', digits: 1 };
  const turns = turnsOf(track, context.airplane);
  if (turns) {
    const level = valueAt(track.timeS, turns, attempt.startS);
    // A geared engine turns twice as fast: there the percentage is the larger, and counts.
    const swing = Math.max(
      limits.powerReversalRpm,
      level > 3500 ? (level * limits.powerReversalPct) / 100 : 0,
    );
    return { values: turns, swing, unit: 'rpm', digits: 0 };
  }
  const percent = track.other('power_pct');
  if (percent) return { values: percent.values, swing: limits.powerReversalPct, unit: '%', digits: 0 };
  const throttle = track.other('throttle');
  if (throttle) return { values: throttle.values, swing: limits.powerReversalPct / 100, unit: '', digits: 2 };
  return undefined;
}

/** Whether the power stayed where it was set at the entry; false where nothing tells. */
function powerLeft(c: SteepCase): boolean {
  const { track, attempt, rows } = c;
  const power = powerOf(c);
  if (!power) return false;
  const most = rowOfMax(rows, (i) => power.values[i]);
  // A fixed-pitch propeller slows with the airplane while the lever stays: only a rise tells that it was moved.
  const throttle = track.other('throttle')?.values;
  return throttle
    ? throttle[rowOfMax(rows, (i) => throttle[i])] - throttle[rowOfMax(rows, (i) => -throttle[i])] <= 0.03
    : !(power.values[most] - valueAt(track.timeS, power.values, attempt.startS) > 0.3 * power.swing);
}

const powerUnchanged: Check = (c) => {
  const { track, attempt, rows, limits } = c;
  const power = powerOf(c);
  if (!power) return undefined;
  const airspeed = track.airspeedKt.values;
  const slowest = rowOfMax(rows, (i) => -airspeed[i]);
  if (slowest < 0) return undefined;
  const lost = attempt.targets.airspeedKt - airspeed[slowest];
  const most = rowOfMax(rows, (i) => power.values[i]);
  const air = isRough(track, rows) ? 2 * gustKt(track, rows) : 0;
  if (most < 0 || !(lost > limits.powerUnchangedSpeedKt + air)) return undefined;
  // With nearly all of it on there is nothing to add.
  if (!powerLeft(c) || powerWasUp(c, slowest)) return undefined;
  return find(c, 'power-unchanged', 'note', spanTo(track, attempt, slowest), [lost, 'kt'], {
    power: power.values[most],
    powerUnit: power.unit,
  });
};

const powerChasing: Check = (c) => {
  const { attempt, rows, limits } = c;
  const power = powerOf(c);
  if (!power) return undefined;
  const reversals = countReversals(power.values, rows.from, rows.to, power.swing);
  if (reversals < limits.powerReversals) return undefined;
  return find(c, 'power-chasing', 'fault', attempt, [reversals, 'reversals']);
};

const rollOut: Check = (c) => {
  const { track, attempt, side, limits } = c;
  if (attempt.state !== 'complete' || brokenOff(attempt, limits)) return undefined;
  const heading = valueAt(track.timeS, track.headingDeg.values, attempt.endS);
  const past = side * shortestTurnDeg(attempt.targets.headingDeg, heading);
  if (!(Math.abs(past) > limits.rolloutDeg)) return undefined;
  const span = { startS: attempt.endS, endS: attempt.endS };
  const leadDeg = Math.floor(attempt.targets.bankDeg / 2);
  return past > 0
    ? find(c, 'rollout-late', 'fault', span, [past, 'deg'], { leadDeg })
    : find(c, 'rollout-early', 'fault', span, [-past, 'deg'], { leadDeg });
};

const incompleteTurn: Check = (c) => {
  const { attempt, limits } = c;
  if (attempt.turnedDeg === undefined || !brokenOff(attempt, limits)) return undefined;
  return find(c, 'incomplete-turn', 'fault', attempt, [attempt.turnedDeg, 'deg'], {
    leastDeg: leastTurnDeg(attempt, limits),
  });
};

const stallWarning: Check = (c) => warningFinding(c);

const spiralDive: Check = (c) => {
  const dive = diveIn(c);
  if (!dive) return undefined;
  return find(c, 'spiral-dive', 'critical', dive, [dive.fpm, 'ft/min'], { bankDeg: dive.bankDeg });
};

/** From the start of the attempt to a row. */
const spanTo = (track: Track, attempt: Attempt, row: number): Span => ({
  startS: attempt.startS,
  endS: Math.max(attempt.startS, track.timeS[row]),
});

const CHECKS: readonly Check[] = [
  rollInTooFast,
  altLossRollIn,
  bankBeyond,
  bankWander,
  speedDecay,
  speedAboveVa,
  powerUnchanged,
  powerChasing,
  ballOut('slip'),
  ballOut('skid'),
  stallWarning,
  spiralDive,
  rollOut,
  altGainRollout,
  incompleteTurn,
];

/** Every finding of an attempt, in the order in which things went wrong. */
export const steepTurnFindings = (
  track: Track,
  attempt: Attempt,
  next: Proposal | undefined,
  context: ScoringContext,
): Finding[] =>
  runChecks(
    CHECKS.map((check) => (c: Case) => check({ ...c, limits: limitsOf(context, STEEP_LIMITS) })),
    track,
    attempt,
    next,
    context,
  );
