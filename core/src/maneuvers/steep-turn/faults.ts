/** What goes wrong in a steep turn: one record a fault. */
import { maneuveringSpeedKias } from '../../airplane/limits.ts';
import type { None } from '../../coded.ts';
import type { Attempt } from '../../kits/attempt/attempt.ts';
import type { Case } from '../../kits/attempt/case.ts';
import { fault, type Seen } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { stallWarning, type WarningParams } from '../../kits/attempt/warning-fault.ts';
import { type BallParams, skid, slip } from '../../kits/turns/ball-faults.ts';
import {
  bankSpread,
  gainInRollOut,
  isRollingOut,
  levelRow,
  lossInFirstQuarter,
  rollRate,
} from '../../kits/turns/watches.ts';
import { localSlope } from '../../recording/columns/resample.ts';
import { firstRowAt, type Rows, rowOfMax, rowsBetween, valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { findExcursions } from '../../scoring/excursion.ts';
import type { Span } from '../../scoring/judged.ts';
import { deviations, resolutionOf } from '../../scoring/parameter.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { judgingRows } from '../../scoring/standard.ts';
import { gustKt, isRough } from '../../signals/air.ts';
import { countReversals } from '../../signals/reversals.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { limitsOf } from '../../units/figures.ts';
import { aboveVa, brokenOff, diveIn, leastTurnDeg } from './requirements.ts';
import { STEEP_LIMITS, STEEP_SIGNS } from './tables.ts';
import { diving, powerMoved, powerMoves, speedLost } from './watches.ts';

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

const rollInTooFast = fault({
  name: 'roll-in-too-fast',
  hand: 'bank',
  seen: {
    phases: ['roll-in'],
    watch: rollRate,
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).rollInDegPerS,
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
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
  },
});

const altLossRollIn = fault({
  name: 'alt-loss-roll-in',
  seen: { watch: lossInFirstQuarter, edge: (flying) => limitsOf(flying, STEEP_LIMITS).altLossRollInFt },
  find: (c) => {
    const { track, attempt, rows, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
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
  },
});

const altGainRollout = fault({
  name: 'alt-gain-rollout',
  seen: {
    phases: ['roll-out', 'settle'],
    watch: (flying) => gainInRollOut(flying, limitsOf(flying, STEEP_LIMITS).altGainWithinS),
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).altGainRolloutFt,
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
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
    if (!(gain > limits.altGainRolloutFt) || altitude[highest] <= attempt.targets.altitudeFt)
      return undefined;
    return find(
      { attempt },
      'alt-gain-rollout',
      'fault',
      { startS: rollOut.startS, endS: track.timeS[highest] },
      [gain, 'ft'],
    );
  },
});

/** Beyond the standard's band on one side for longer than a moment; only the longest is named. */
function bankBeyond(c: Case, side: 1 | -1) {
  const { track, attempt, context } = c;
  const row = judgingRows(context, attempt).rows.find(({ parameter }) => parameter === 'bank');
  const established = phaseNamed(attempt.phases, 'established');
  const bank = row && attempt.quantity(row);
  if (!row || !established || !bank) return undefined;
  const rows = rowsBetween(track.timeS, established.startS, established.endS, attempt.segment);
  const { timeS, deviation } = deviations(track, bank, rows);
  const { bankBeyondS } = limitsOf(context, STEEP_LIMITS);
  const [longest] = findExcursions(timeS, deviation, row, resolutionOf('bank'))
    .filter(({ startS, endS, peak }) => endS - startS > bankBeyondS && Math.sign(peak) === side)
    .sort((x, y) => y.endS - y.startS - (x.endS - x.startS));
  return longest && { ...longest, lastedS: longest.endS - longest.startS, heldS: established.startS };
}

/** Bank off its target, outward positive, while it is held. */
const bankOff = (side: 1 | -1): Seen => ({
  phases: ['established'],
  watch: (flying) => {
    const { columns, targets } = flying;
    return ({ row }) =>
      side < 0 && isRollingOut(flying, row)
        ? Number.NaN
        : side * (Math.abs(columns.bankDeg.values[row]) - targets.bankDeg);
  },
  edge: ({ toleranceOf }) => {
    const band = toleranceOf('bank');
    return band ? (side > 0 ? band.high : -band.low) : Number.NaN;
  },
  lastsS: (flying) => limitsOf(flying, STEEP_LIMITS).bankBeyondS,
});

const overbank = fault({
  name: 'overbank',
  hand: 'bank',
  seen: bankOff(1),
  find: (c) => {
    const over = bankBeyond(c, 1);
    const targetDeg = c.attempt.targets.bankDeg;
    return (
      over &&
      find(c, 'overbank', 'fault', over, [over.peak, 'deg'], {
        targetDeg,
        bankDeg: targetDeg + over.peak,
        lastedS: over.lastedS,
        midTurn: over.startS - over.heldS > STEEP_SIGNS.midTurnS,
      })
    );
  },
});

const bankShallow = fault({
  name: 'bank-shallow',
  hand: 'bank',
  seen: bankOff(-1),
  find: (c) => {
    const under = bankBeyond(c, -1);
    return (
      under &&
      find(c, 'bank-shallow', 'fault', under, [-under.peak, 'deg'], {
        targetDeg: c.attempt.targets.bankDeg,
        lastedS: under.lastedS,
      })
    );
  },
});

const bankWander = fault({
  name: 'bank-wander',
  hand: 'bank',
  seen: {
    phases: ['established'],
    watch: (flying) => bankSpread(flying, 0.3 * limitsOf(flying, STEEP_LIMITS).bankSpreadDeg),
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).bankSpreadDeg,
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
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
  },
});

const speedDecay = fault({
  name: 'speed-decay',
  seen: {
    watch: speedLost,
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).speedDecayKt,
  },
  find: (c) => {
    const { track, attempt, rows, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
    const airspeed = track.airspeedKt.values;
    const slowest = rowOfMax(rows, (i) => -airspeed[i]);
    if (slowest < 0) return undefined;
    const lost = attempt.entry.airspeedKt - airspeed[slowest];
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
  },
});

/** Nearly all the power was on as the speed was least; false where nothing tells. */
const powerWasUp = ({ scene }: Case, slowest: number): boolean => scene.lever(slowest) > STEEP_SIGNS.powerUp;

const speedAboveVa = fault({
  name: 'speed-above-va',
  seen: {
    watch:
      ({ columns, airplane, weightLb }) =>
      ({ row }) =>
        airplane
          ? columns.airspeedKt.values[row] - maneuveringSpeedKias(airplane, weightLb ?? airplane.maxWeightLb)
          : Number.NaN,
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).aboveVaKt,
  },
  find: (c) => {
    const above = aboveVa(c);
    if (!above) return undefined;
    const { fastestKt, vaKias, span } = above;
    const { weightLb } = c.context;
    return find(c, 'speed-above-va', 'fault', span, [fastestKt - vaKias, 'kt'], {
      fastestKt,
      vaKias: Math.floor(vaKias),
      ...(weightLb !== undefined && { weightLb }),
    });
  },
});

const powerIn = ({ track, attempt, context }: Case) =>
  powerMoved({
    airplane: context.airplane,
    thresholds: context.thresholds,
    columns: track,
    startRow: Math.min(firstRowAt(track.timeS, attempt.startS), track.timeS.length - 1),
  });

/** Whether the power stayed where it was set at the entry; false where nothing tells. */
function powerLeft(c: Case): boolean {
  const { track, attempt, rows } = c;
  const power = powerIn(c);
  if (!power) return false;
  const most = rowOfMax(rows, (i) => power.values[i]);
  // A fixed-pitch propeller slows with the airplane while the lever stays: only a rise tells that it was moved.
  const throttle = track.other('throttle')?.values;
  return throttle
    ? throttle[rowOfMax(rows, (i) => throttle[i])] - throttle[rowOfMax(rows, (i) => -throttle[i])] <= 0.03
    : !(power.values[most] - valueAt(track.timeS, power.values, attempt.startS) > 0.3 * power.swing);
}

const powerUnchanged = fault({
  name: 'power-unchanged',
  hand: 'throttle',
  seen: { afterwards: 'the power may still be added' },
  find: (c) => {
    const { track, attempt, rows, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
    const power = powerIn(c);
    if (!power) return undefined;
    const airspeed = track.airspeedKt.values;
    const slowest = rowOfMax(rows, (i) => -airspeed[i]);
    if (slowest < 0) return undefined;
    const lost = attempt.entry.airspeedKt - airspeed[slowest];
    const most = rowOfMax(rows, (i) => power.values[i]);
    const air = isRough(track, rows) ? 2 * gustKt(track, rows) : 0;
    if (most < 0 || !(lost > limits.powerUnchangedSpeedKt + air)) return undefined;
    // With nearly all of it on there is nothing to add.
    if (!powerLeft(c) || powerWasUp(c, slowest)) return undefined;
    return find(c, 'power-unchanged', 'note', spanTo(track, attempt, slowest), [lost, 'kt'], {
      power: power.values[most],
      powerUnit: power.unit,
    });
  },
});

const powerChasing = fault({
  name: 'power-chasing',
  hand: 'throttle',
  seen: {
    watch: powerMoves,
    // Counted in whole moves.
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).powerReversals - 0.5,
    warnShare: 0.7,
  },
  find: (c) => {
    const { attempt, rows, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
    const power = powerIn(c);
    if (!power) return undefined;
    const reversals = countReversals(power.values, rows.from, rows.to, power.swing);
    if (reversals < limits.powerReversals) return undefined;
    return find(c, 'power-chasing', 'fault', attempt, [reversals, 'reversals']);
  },
});

/** How far past the heading the wings came level; undefined where there is no roll-out to speak of. */
function rolledPastDeg({ track, attempt, side, context }: Case): number | undefined {
  if (attempt.state !== 'complete' || brokenOff(attempt, limitsOf(context, STEEP_LIMITS))) return undefined;
  const heading = valueAt(track.timeS, track.headingDeg.values, attempt.endS);
  return side * shortestTurnDeg(attempt.targets.headingDeg, heading);
}

/** Past the heading, or short of it, as the wings come level after most of a circle. */
const rolledPast = (way: 1 | -1): Seen => ({
  phases: ['settle'],
  watch: (flying) => {
    const { columns, targets, side, startRow } = flying;
    const { completeTurnDeg } = limitsOf(flying, STEEP_LIMITS);
    let past = Number.NaN;
    return ({ row }) => {
      if (!Number.isNaN(past)) return past;
      const heading = columns.headingDeg.values;
      const level = levelRow(columns, row, startRow);
      const turned = Math.abs(heading[level] - heading[startRow]);
      past = turned < completeTurnDeg ? 0 : way * side * shortestTurnDeg(targets.headingDeg, heading[level]);
      return past;
    };
  },
  edge: (flying) => limitsOf(flying, STEEP_LIMITS).rolloutDeg,
  warnShare: 1,
});

const rolloutLate = fault({
  name: 'rollout-late',
  hand: 'bank',
  seen: rolledPast(1),
  find: (c) => {
    const past = rolledPastDeg(c);
    if (past === undefined) return undefined;
    return find(c, 'rollout-late', 'fault', ended(c), [past, 'deg'], { leadDeg: leadOf(c) });
  },
});

const rolloutEarly = fault({
  name: 'rollout-early',
  hand: 'bank',
  seen: rolledPast(-1),
  find: (c) => {
    const past = rolledPastDeg(c);
    if (past === undefined) return undefined;
    return find(c, 'rollout-early', 'fault', ended(c), [-past, 'deg'], { leadDeg: leadOf(c) });
  },
});

const ended = ({ attempt: { endS } }: Case): Span => ({ startS: endS, endS });
const leadOf = ({ attempt }: Case): number => Math.floor(attempt.targets.bankDeg / 2);

const incompleteTurn = fault({
  name: 'incomplete-turn',
  seen: {
    phases: ['settle'],
    watch: (flying) => {
      const { columns, startRow } = flying;
      let short = Number.NaN;
      return ({ row }) => {
        if (!Number.isNaN(short)) return short;
        const heading = columns.headingDeg.values;
        short =
          limitsOf(flying, STEEP_LIMITS).completeTurnDeg -
          Math.abs(heading[levelRow(columns, row, startRow)] - heading[startRow]);
        return short;
      };
    },
    edge: () => 0,
    warnShare: 1,
  },
  find: (c) => {
    const { attempt, context } = c;
    const limits = limitsOf(context, STEEP_LIMITS);
    if (attempt.turnedDeg === undefined || !brokenOff(attempt, limits)) return undefined;
    return find(c, 'incomplete-turn', 'fault', attempt, [attempt.turnedDeg, 'deg'], {
      leastDeg: leastTurnDeg(attempt, limits),
    });
  },
});

const spiralDive = fault({
  name: 'spiral-dive',
  hazard: 'out-of-control',
  replaces: 'spiral',
  seen: {
    watch: diving,
    edge: (flying) => limitsOf(flying, STEEP_LIMITS).spiralDescentFpm,
    lastsS: ({ columns }) => Math.min(1, 2 * columns.stepS),
    warnShare: 0.8,
  },
  find: (c) => {
    const dive = diveIn(c);
    if (!dive) return undefined;
    return find(c, 'spiral-dive', 'critical', dive, [dive.fpm, 'ft/min'], { bankDeg: dive.bankDeg });
  },
});

/** From the start of the attempt to a row. */
const spanTo = (track: Track, attempt: Attempt, row: number): Span => ({
  startS: attempt.startS,
  endS: Math.max(attempt.startS, track.timeS[row]),
});

/** In the order in which things went wrong. */
export const STEEP_FAULTS = [
  rollInTooFast,
  altLossRollIn,
  overbank,
  bankShallow,
  bankWander,
  speedDecay,
  speedAboveVa,
  powerUnchanged,
  powerChasing,
  slip,
  skid,
  stallWarning,
  spiralDive,
  rolloutLate,
  rolloutEarly,
  altGainRollout,
  incompleteTurn,
] as const;
