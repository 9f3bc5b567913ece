/** What is measured in straight flight. */

import { briefFor } from '../../card/targets.ts';
import { meanOver, medianOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import type { Phase } from '../../scoring/schema.ts';
import { median } from '../../units/numbers.ts';
import type { Attempt, Proposal, ScoringContext } from '../attempt/attempt.ts';
import { buildAttempt } from '../attempt/build-attempt.ts';
import { legHeading } from '../attempt/quantities.ts';
import { STRAIGHT_SIGNS } from './tables.ts';

/** What a straight leg is measured by. */
export interface Leg {
  phases: Phase[];
  /** Whether the speed is judged in the established part alone: a climb has to get there first. */
  speedEstablished?: boolean;
}

export function measureStraight(
  track: Track,
  proposal: Proposal,
  context: ScoringContext,
  { phases, speedEstablished = false }: Leg,
): Attempt {
  const kias = briefedKias(proposal, context);
  const levelOff = phaseNamed(phases, 'level-off');
  const wantedFt =
    levelOff && meanOver(track.altitudeFt.values, rowsIn(track, levelOff.endS - 5, levelOff.endS));
  return buildAttempt(track, proposal, context, {
    phases,
    shows: ['altitudeFt', 'airspeedKt', 'headingDeg'],
    aims: {
      ...(kias !== undefined && { airspeedKt: kias }),
      // A climb has the altitude that it was levelled at.
      ...(wantedFt !== undefined && !Number.isNaN(wantedFt) && { altitudeFt: wantedFt }),
    },
    settles: false,
    rowFor: (row, aims) =>
      row.parameter === 'altitude' &&
      row.reference === 'target' &&
      levelOff === undefined &&
      Number.isNaN(aims.altitudeFt)
        ? undefined
        : row.phase === 'level-off' && !levelOff
          ? undefined
          : row,
    spansOf: (row) => {
      const established = phaseNamed(phases, 'established');
      return speedEstablished && row.parameter === 'airspeed' && established ? [established] : undefined;
    },
    quantity: (row) => {
      if (row.parameter === 'heading') return legHeading(track, [proposal]);
      // The altitude to level off at is not the one that the card begins with.
      if (row.parameter !== 'altitude' || !levelOff || wantedFt === undefined) return undefined;
      const channel = track.altitudeFt;
      return { channel, target: wantedFt, deviation: (i) => channel.values[i] - wantedFt };
    },
  });
}

const rowsIn = (track: Track, fromS: number, toS: number) => rowsBetween(track.timeS, fromS, toS);

/** The speed that the attempt's brief asks for, KIAS. */
export const briefedKias = (
  { maneuver, variant }: Proposal,
  { briefs }: ScoringContext,
): number | undefined => briefFor(briefs, maneuver, variant)?.entry?.airspeedKias ?? undefined;

/** One part from start to end. */
export const establishedThroughout = ({ startS, endS }: Proposal): Phase[] => [
  { name: 'established', startS, endS },
];

export const LEG_PHASES = ['entry', 'established', 'level-off'] as const;

/** A climb (`side` 1) or a descent (−1): settling at its speed, the leg, levelling off. */
export function verticalLegPhases(
  track: Track,
  { startS, endS, segment }: Proposal,
  side: 1 | -1,
  power?: (row: number) => number,
): Phase[] {
  const { timeS, verticalSpeedFpm } = track;
  const rows = rowsBetween(timeS, startS, endS, segment);
  // Levelling off begins where the rate falls for good: what climbs at a thousand feet a minute does so long before two hundred.
  const rateFpm = side * medianOver(verticalSpeedFpm, rows);
  const leavesFpm = Math.max(STRAIGHT_SIGNS.climbingFpm, STRAIGHT_SIGNS.levelOffShare * rateFpm);
  let last = rows.to - 1;
  while (last > rows.from && side * verticalSpeedFpm[last] < leavesFpm) last--;
  // In gusts the rate comes and goes; the hand that levels off moves the power.
  if (power) last = Math.min(last, powerMoved(rows, power));
  const levelS = timeS[Math.max(rows.from, last)];
  const steadyS = Math.min(startS + STRAIGHT_SIGNS.settlesS, levelS);
  return [
    { name: 'entry', startS, endS: steadyS },
    { name: 'established', startS: steadyS, endS: levelS },
    { name: 'level-off', startS: levelS, endS },
  ];
}

/** The row at which the power of a leg's middle was left for good. */
function powerMoved({ from, to }: Rows, power: (row: number) => number): number {
  const middle = Array.from({ length: to - from }, (_, k) => power(from + k)).slice(
    0,
    Math.ceil((2 * (to - from)) / 3),
  );
  const held = median(middle);
  let last = to - 1;
  while (last > from && Math.abs(power(last) - held) >= STRAIGHT_SIGNS.samePower) last--;
  return last;
}
