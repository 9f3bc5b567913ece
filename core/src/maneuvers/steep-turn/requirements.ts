/** What a standard may ask of a steep turn before any band: that it went round, and below the maneuvering speed. */
import { maneuveringSpeedKias } from '../../airplane/limits.ts';
import type { None } from '../../coded.ts';
import type { Attempt } from '../../kits/attempt/attempt.ts';
import type { Case } from '../../kits/attempt/case.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { evidenceOf, type Requirement } from '../../kits/attempt/requirement.ts';
import { localSlope } from '../../recording/columns/resample.ts';
import { firstWhere, longestStretch, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import { type Figures, limitsOf } from '../../units/figures.ts';
import { STEEP_LIMITS } from './tables.ts';

export interface SteepEvidence {
  dived: { sinkFpm: number; bankDeg: number };
  'turn-not-known': None;
  'turned-too-little': { turnedDeg: number; leastDeg: number };
  turned: { turnedDeg: number };
  'va-unknown': None;
  'entered-above-va': { kias: number; vaKias: number };
  'far-above-va': { overKt: number; lastedS: number };
  'below-va': { vaKias: number };
  'va-at-maximum': { vaKias: number };
}
const { met, failed, unseen } = evidenceOf<SteepEvidence>();

type Limits = Figures<keyof typeof STEEP_LIMITS & string>;

/** How far it has to turn: a full circle less the roll-out's band where one was briefed; else three quarters. */
export const leastTurnDeg = (attempt: Attempt, limits: Limits): number =>
  attempt.brief?.maneuver === 'steep-turn' ? 360 - limits.rolloutDeg : limits.completeTurnDeg;

const fallsShort = (attempt: Attempt, limits: Limits): boolean =>
  attempt.state === 'complete' &&
  attempt.turnedDeg !== undefined &&
  attempt.turnedDeg < leastTurnDeg(attempt, limits);

/** So little of it that the roll-out is not worth a word. */
export const brokenOff = (attempt: Attempt, limits: Limits): boolean =>
  attempt.state === 'complete' &&
  attempt.turnedDeg !== undefined &&
  attempt.turnedDeg < limits.completeTurnDeg;

/** A spiral dive: steep, falling fast, and the speed rising. */
export function diveIn({
  track,
  rows,
  context,
}: Case): { startS: number; endS: number; bankDeg: number; fpm: number } | undefined {
  const limits = limitsOf(context, STEEP_LIMITS);
  const steepAndFalling = (i: number) =>
    Math.abs(track.bankDeg.values[i]) > limits.spiralBankDeg &&
    track.verticalSpeedFpm[i] < -limits.spiralDescentFpm;
  if (firstWhere(rows, steepAndFalling) < 0) return undefined;
  const faster = localSlope(track.timeS, track.airspeedKt.values, rows, 1.5);
  const stretch = longestStretch(track.timeS, rows, (i) => steepAndFalling(i) && faster[i - rows.from] > 0);
  if (!stretch || stretch.endS - stretch.startS < Math.min(1, 2 * track.stepS)) return undefined;
  const within = rowsBetween(track.timeS, stretch.startS, stretch.endS, rows);
  const worst = rowOfMax(within, (i) => -track.verticalSpeedFpm[i]);
  return {
    ...stretch,
    bankDeg: Math.abs(track.bankDeg.values[worst]),
    fpm: -track.verticalSpeedFpm[worst],
  };
}

interface AboveVa {
  fastestKt: number;
  vaKias: number;
  span: { startS: number; endS: number };
}

/** The maneuvering speed that speaks: at this weight, else at the maximum, which is the highest it can be. */
const vaOf = ({ context: { airplane, weightLb } }: Case): number | undefined =>
  airplane && maneuveringSpeedKias(airplane, weightLb ?? airplane.maxWeightLb);

export function aboveVa(c: Case): AboveVa | undefined {
  const vaKias = vaOf(c);
  const { track, rows, context } = c;
  const airspeed = track.airspeedKt.values;
  const fastest = rowOfMax(rows, (i) => airspeed[i]);
  if (vaKias === undefined || fastest < 0) return undefined;
  if (airspeed[fastest] <= vaKias + limitsOf(context, STEEP_LIMITS).aboveVaKt) return undefined;
  let first = fastest;
  while (first > rows.from && airspeed[first - 1] > vaKias) first--;
  return {
    fastestKt: airspeed[fastest],
    vaKias,
    span: { startS: track.timeS[first], endS: track.timeS[fastest] },
  };
}

export const STEEP_REQUIREMENTS = {
  ...GENERAL_REQUIREMENTS,
  spiral: {
    ...GENERAL_REQUIREMENTS.spiral,
    see: (c) => {
      const dive = diveIn(c);
      return dive
        ? failed(dive.startS, 'dived', { sinkFpm: dive.fpm, bankDeg: dive.bankDeg })
        : GENERAL_REQUIREMENTS.spiral.see(c);
    },
  },
  'full-turn': {
    kind: 'proof',
    see: ({ attempt, context }) => {
      const { turnedDeg } = attempt;
      if (turnedDeg === undefined) return unseen(undefined, 'turn-not-known');
      const limits = limitsOf(context, STEEP_LIMITS);
      return fallsShort(attempt, limits)
        ? failed(attempt.endS, 'turned-too-little', { turnedDeg, leastDeg: leastTurnDeg(attempt, limits) })
        : met(attempt.endS, 'turned', { turnedDeg });
    },
  },
  'below-va': {
    kind: 'prohibition',
    see: (c) => {
      const vaKias = vaOf(c);
      if (vaKias === undefined) return unseen(undefined, 'va-unknown');
      const limits = limitsOf(c.context, STEEP_LIMITS);
      const { entry } = c.attempt;
      const sure = c.context.weightGiven;
      if (entry.airspeedKt > vaKias + limits.entryAboveVaKt)
        return failed(c.attempt.startS, 'entered-above-va', {
          kias: entry.airspeedKt,
          vaKias: Math.floor(vaKias),
        });
      const airspeed = c.track.airspeedKt.values;
      const over = longestStretch(c.track.timeS, c.rows, (i) => airspeed[i] > vaKias + limits.farAboveVaKt);
      if (over && over.endS - over.startS >= limits.farAboveVaS - c.track.stepS)
        return failed(over.startS, 'far-above-va', {
          overKt: limits.farAboveVaKt,
          lastedS: over.endS - over.startS,
        });
      const known = { vaKias: Math.floor(vaKias) };
      return sure ? met(undefined, 'below-va', known) : unseen(undefined, 'va-at-maximum', known);
    },
  },
} satisfies Record<string, Requirement>;
