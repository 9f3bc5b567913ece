/** What goes wrong in a steep turn. Each finding is one small function; the list at the end runs them all. */

import type { Attempt, Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { type Case, runChecks } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { countReversals, finding, numberText } from '../../kits/attempt/finding.ts';
import { gustKt, isRough } from '../../kits/attempt/rough-air.ts';
import { turnsOf } from '../../kits/attempt/scene.ts';
import { warningFinding } from '../../kits/attempt/warning-finding.ts';
import { ballOut } from '../../kits/turns/ball-finding.ts';
import { loadFactor } from '../../mechanics/turning.ts';
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
const ID = (name: (typeof STEEP_FINDINGS)[number]) => `steep-turn/${name}`;

const rollInTooFast: Check = ({ track, attempt, limits }) => {
  const rollIn = phaseNamed(attempt.phases, 'roll-in');
  // A rate of roll needs several samples a second.
  if (!rollIn || track.stepS > 0.52) return undefined;
  const rows = rowsBetween(track.timeS, rollIn.startS, rollIn.endS, attempt.segment);
  const size = localSlope(track.timeS, track.bankDeg.values, rows, 0.5).reduce(
    (most, rate) => Math.max(most, Math.abs(rate)),
    0,
  );
  if (size <= limits.rollInDegPerS) return undefined;
  return finding(ID('roll-in-too-fast'), 'fault', rollIn, size, 'deg/s', {
    what: `Rolled in at ${numberText(size)}° a second.`,
    why: 'A quick roll reaches the bank before the pull can follow it.',
    tryNext: 'Take four or five seconds to the bank; add the pull past 30°.',
  });
};

const altLossRollIn: Check = ({ track, attempt, rows, limits }) => {
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
  return finding(ID('alt-loss-roll-in'), 'fault', span, loss, 'ft', {
    what: `${numberText(loss)} ft lost in the first quarter of the turn.`,
    why: 'The lift tilted with the bank and the pull came late or too lightly.',
    tryNext: 'Past 30° begin a firm pull, so that it is all there when the roll stops.',
  });
};

const altGainRollout: Check = ({ track, attempt, limits }) => {
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
  return finding(
    ID('alt-gain-rollout'),
    'fault',
    { startS: rollOut.startS, endS: track.timeS[highest] },
    gain,
    'ft',
    {
      what: `Rose ${numberText(gain)} ft in rolling out.`,
      why: 'The pull that the bank needed was still there when the wings came level.',
      tryNext:
        'Let the pull go at the rate at which the bank comes off; expect the nose to rise, more if trimmed.',
    },
  );
};

/** Beyond the standard's band on either side for longer than a moment; only the longest of each side is named. */
const bankBeyond: Check = ({ track, attempt, context, limits }) => {
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
      finding(ID('overbank'), 'fault', over, over.peak, 'deg', {
        what: `Overbanked ${numberText(over.peak)}° past ${numberText(target)}°, for ${numberText(over.endS - over.startS, 1)} s.`,
        ...overbankWords(over.startS - established.startS, target + over.peak),
      }),
    under &&
      finding(ID('bank-shallow'), 'fault', under, -under.peak, 'deg', {
        what: `Bank ${numberText(-under.peak)}° short of ${numberText(target)}°, for ${numberText(under.endS - under.startS, 1)} s.`,
        why: 'The bank was eased to save altitude, or let go while looking inside.',
        tryNext: 'Fix where the horizon cuts the cowling at this bank, and bring it back there.',
      }),
  ];
};

/** Rolled past it, or steepened by itself when the turn had long been held: two different things to learn. */
function overbankWords(sinceHeldS: number, deg: number): { why: string; tryNext: string } {
  const load = `${numberText(deg)}° asks for ${numberText(loadFactor(deg), 2)} g`;
  return sinceHeldS > STEEP_SIGNS.midTurnS
    ? {
        why: `Held at first, then steepening by itself, as a steep bank does; ${load}.`,
        tryNext: 'A little opposite aileron all the way round, and the eyes on the horizon.',
      }
    : {
        why: `No opposite aileron when the roll should have stopped; ${load}.`,
        tryNext: 'Stop the roll with a touch of opposite aileron, then hold the picture.',
      };
}

const bankWander: Check = ({ track, attempt, limits }) => {
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
  return finding(ID('bank-wander'), 'fault', established, above + below, 'deg', {
    what: `Bank wandered over ${numberText(above + below)}°, from ${numberText(Math.abs(bank[least]))}° to ${numberText(Math.abs(bank[most]))}°.`,
    why: 'The bank was chased on the instrument rather than held against the horizon.',
    tryNext: 'Eyes out: one small correction, wait, look again.',
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
  const what = `${numberText(lost)} kt lost, down to ${numberText(airspeed[slowest])} kt.`;
  if (gusts > 0 && powerWasUp(c, slowest))
    return finding(ID('speed-decay'), 'note', spanTo(track, attempt, slowest), lost, 'kt', {
      what,
      why: 'The air was rough, and the power was up.',
      tryNext: 'In such air let a little altitude go before the speed: ease the pull.',
    });
  return finding(ID('speed-decay'), 'fault', spanTo(track, attempt, slowest), lost, 'kt', {
    what,
    why: 'The pull costs drag, and the power to pay for it was not added.',
    tryNext: 'A little power as the bank passes 30°, then leave it.',
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
  return finding(ID('speed-above-va'), 'fault', span, fastestKt - vaKias, 'kt', {
    what: `${numberText(fastestKt)} kt, above the maneuvering speed of ${numberText(Math.floor(vaKias))} kt${weightLb === undefined ? '' : ` at ${numberText(weightLb)} lb`}.`,
    why: 'The nose fell, or the entry was too fast for this weight.',
    tryNext: 'Stop the maneuver above the maneuvering speed: power back, wings level, ease out gently.',
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
  return finding(ID('power-unchanged'), 'note', spanTo(track, attempt, slowest), lost, 'kt', {
    what: `${numberText(lost)} kt lost with the power left at ${numberText(power.values[most], power.digits)} ${power.unit}`
      .trim()
      .concat('.'),
    why: 'A 45° turn needs more power than level flight at the same speed.',
    tryNext: 'Plan the addition: the card names it. Set it while rolling in.',
  });
};

const powerChasing: Check = (c) => {
  const { attempt, rows, limits } = c;
  const power = powerOf(c);
  if (!power) return undefined;
  const reversals = countReversals(power.values, rows.from, rows.to, power.swing);
  if (reversals < limits.powerReversals) return undefined;
  return finding(ID('power-chasing'), 'fault', attempt, reversals, 'reversals', {
    what: `Power went up and down ${numberText(reversals)} times.`,
    why: 'Speed was chased with the throttle while the pitch moved it.',
    tryNext: 'Set the power once; hold altitude, and the speed looks after itself.',
  });
};

const rollOut: Check = ({ track, attempt, side, limits }) => {
  if (attempt.state !== 'complete' || brokenOff(attempt, limits)) return undefined;
  const heading = valueAt(track.timeS, track.headingDeg.values, attempt.endS);
  const past = side * shortestTurnDeg(attempt.targets.headingDeg, heading);
  if (!(Math.abs(past) > limits.rolloutDeg)) return undefined;
  const span = { startS: attempt.endS, endS: attempt.endS };
  const lead = numberText(Math.floor(attempt.targets.bankDeg / 2));
  return past > 0
    ? finding(ID('rollout-late'), 'fault', span, past, 'deg', {
        what: `Rolled out ${numberText(past)}° past the heading.`,
        why: 'The roll-out began too late, or went too slowly.',
        tryNext: `Begin ${lead}° before the heading, half the bank, at the rate you rolled in.`,
      })
    : finding(ID('rollout-early'), 'fault', span, -past, 'deg', {
        what: `Wings level ${numberText(-past)}° before the heading.`,
        why: 'The roll-out began too early, or was quicker than the roll-in.',
        tryNext: `Wait for ${lead}° to go, half the bank, then roll out as you rolled in.`,
      });
};

const incompleteTurn: Check = ({ attempt, limits }) => {
  if (attempt.turnedDeg === undefined || !brokenOff(attempt, limits)) return undefined;
  return finding(ID('incomplete-turn'), 'fault', attempt, attempt.turnedDeg, 'deg', {
    what: `Only ${numberText(attempt.turnedDeg)}° turned; the maneuver is a full circle (${numberText(leastTurnDeg(attempt, limits))}° at the least).`,
    why: 'It was broken off, or the reference was lost.',
    tryNext: 'If it was for traffic or a limit, mark it discontinued: that was good airmanship.',
  });
};

const stallWarning: Check = ({ track, rows, context }) =>
  warningFinding(ID('stall-warning'), track, rows, context, {
    why: 'The pull at this bank brought the wing near its critical angle; slow and steep make it worse.',
    tryNext:
      'Ease the pull at once, then shallow the bank. The stall comes at √n times its speed in level flight.',
  });

const spiralDive: Check = (c) => {
  const dive = diveIn(c);
  if (!dive) return undefined;
  return finding(ID('spiral-dive'), 'critical', dive, dive.fpm, 'ft/min', {
    what: `A spiral dive: ${numberText(dive.bankDeg)}° of bank, ${numberText(dive.fpm)} ft/min down, speed rising.`,
    why: 'Pulling against a steepening bank tightens the turn and does not stop the descent.',
    tryNext: 'Power back, wings level first, then ease out of the dive.',
  });
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
