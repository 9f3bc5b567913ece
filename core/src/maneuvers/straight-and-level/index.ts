/** Straight and level flight: the room. */

import { briefFor } from '../../card/targets.ts';
import type { ScoringContext } from '../../kits/attempt/attempt.ts';
import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import type { Stretch } from '../../kits/attempt/room.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE } from '../../kits/attempt/tables.ts';
import { briefedAltitudesFt, levelParts } from '../../kits/straight/level-parts.ts';
import { establishedThroughout, measureStraight } from '../../kits/straight/straight-attempt.ts';
import { straightProposals, stretches } from '../../kits/straight/straight-parts.ts';
import { STRAIGHT_LIMITS, STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { firstWhere, meanOver, medianOver, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
import { straightAndLevelCard } from './card.ts';
import { straightAndLevelCoach } from './coach.ts';
import { LEVEL_FAULTS } from './faults.ts';
import { straightAndLevel as script } from './pilot.ts';
import { LEVEL_SIGNS } from './tables.ts';

const ID = 'straight-and-level';

/** Out of a climb or a descent it begins where the speed of the leg has come: levelling off is not yet straight and level. */
function fromSettled(track: Track, span: Stretch): Stretch[] {
  const { timeS, airspeedKt, verticalSpeedFpm } = track;
  const before = rowsBetween(timeS, span.startS - LEVEL_SIGNS.beforeS, span.startS, span.segment);
  if (!(Math.abs(meanOver(verticalSpeedFpm, before)) > STRAIGHT_SIGNS.climbingFpm)) return [span];
  const rows = rowsBetween(timeS, span.startS, span.endS, span.segment);
  const heldKt = medianOver(airspeedKt.values, { from: (rows.from + rows.to) >> 1, to: rows.to });
  const first = firstWhere(rows, (i) => Math.abs(airspeedKt.values[i] - heldKt) < LEVEL_SIGNS.settledKt);
  const startS = first < 0 ? span.startS : timeS[first];
  return span.endS - startS >= STRAIGHT_SIGNS.leastLegS ? [{ ...span, startS }] : [];
}

/** Slowing in level flight to the speed of what comes next belongs to that: it ends where the speed was last held. */
function untilNext(track: Track, { briefs }: ScoringContext, span: Stretch): Stretch[] {
  const { timeS, airspeedKt } = track;
  const rows = rowsBetween(timeS, span.startS, span.endS, span.segment);
  const lastKt = meanOver(airspeedKt.values, rowsBetween(timeS, span.endS - 3, span.endS, span.segment));
  const ownKt = briefFor(briefs, ID, null)?.entry?.airspeedKias ?? medianOver(airspeedKt.values, rows);
  const isNext = briefs.some(
    ({ maneuver, entry }) =>
      maneuver !== ID && Math.abs((entry?.airspeedKias ?? Number.NaN) - lastKt) < LEVEL_SIGNS.nextSpeedKt,
  );
  if (!isNext || Math.abs(lastKt - ownKt) < LEVEL_SIGNS.leftSpeedKt) return [span];
  let last = rows.to - 1;
  while (last > rows.from && Math.abs(airspeedKt.values[last] - ownKt) > LEVEL_SIGNS.settledKt) last--;
  const endS = timeS[last];
  return endS - span.startS >= STRAIGHT_SIGNS.leastLegS ? [{ ...span, endS }] : [];
}

export const straightAndLevel = defineRoom({
  id: ID,
  title: 'Straight and level',
  one: 'Straight and level',
  short: 'Straight',
  variants: ['standard'],
  phases: ['established'],
  precedence: 73,
  card: straightAndLevelCard,
  sought: {
    propose: (track, context) => {
      const wantedFt = briefedAltitudesFt(context, ID);
      return {
        proposals: straightProposals(track, context, ID, (straight) =>
          stretches(
            track,
            (i) =>
              straight(i) &&
              Math.abs(track.verticalSpeedFpm[i]) < LEVEL_SIGNS.levelFpm &&
              Math.abs(track.bankDeg.values[i]) < LEVEL_SIGNS.mostBankDeg,
            STRAIGHT_SIGNS.leastLegS,
          )
            .flatMap((span) => levelParts(track, span, wantedFt))
            .flatMap((span) => fromSettled(track, span))
            .flatMap((span) => untilNext(track, context, span)),
        ),
      };
    },
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, { phases: establishedThroughout(proposal) }),
  },
  faults: [...LIMIT_FAULTS, ...LEVEL_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: namesOf(LEVEL_FAULTS), from: 'card' },
  story: { lanes: ['pitch', 'power'] },
  coach: straightAndLevelCoach,
  tables: [STRAIGHT_LIMITS, STRAIGHT_SIGNS, LEVEL_SIGNS, SCENE, ROUGH_AIR],
});
