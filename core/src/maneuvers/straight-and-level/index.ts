/** Straight and level flight: the room. */

import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import type { Stretch } from '../../kits/attempt/room.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { ROUGH_AIR, SCENE } from '../../kits/attempt/tables.ts';
import { establishedThroughout, measureStraight } from '../../kits/straight/straight-attempt.ts';
import { headingDrift, speedNotSettled } from '../../kits/straight/straight-findings.ts';
import { straightProposals, stretches } from '../../kits/straight/straight-parts.ts';
import { STRAIGHT_LIMITS, STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { firstWhere, meanOver, medianOver, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { straightAndLevelCard } from './card.ts';
import { straightAndLevelCoach } from './coach.ts';
import { altitudeOffset, chasing, LEVEL_FINDINGS, outOfTrim } from './findings.ts';
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
    propose: (track, context) => ({
      proposals: straightProposals(track, context, ID, (straight) =>
        stretches(
          track,
          (i) =>
            straight(i) &&
            Math.abs(track.verticalSpeedFpm[i]) < LEVEL_SIGNS.levelFpm &&
            Math.abs(track.bankDeg.values[i]) < LEVEL_SIGNS.mostBankDeg,
          STRAIGHT_SIGNS.leastLegS,
        ).flatMap((span) => fromSettled(track, span)),
      ),
    }),
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, { phases: establishedThroughout(proposal) }),
    findings: (track, attempt, next, context) =>
      runChecks(
        [chasing, outOfTrim, headingDrift, speedNotSettled, altitudeOffset],
        track,
        attempt,
        next,
        context,
        {
          general: false,
        },
      ),
  },
  findings: [...LIMIT_FINDINGS, ...LEVEL_FINDINGS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: LEVEL_FINDINGS, from: 'card' },
  story: { lanes: ['pitch', 'power'] },
  coach: straightAndLevelCoach,
  tables: [STRAIGHT_LIMITS, STRAIGHT_SIGNS, LEVEL_SIGNS, SCENE, ROUGH_AIR],
});
