/** Descents: the room. */
import { runChecks } from '../../kits/attempt/case.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { ROUGH_AIR, SCENE } from '../../kits/attempt/tables.ts';
import { LEG_PHASES, measureStraight, verticalLegPhases } from '../../kits/straight/straight-attempt.ts';
import {
  headingDrift,
  LEG_FINDINGS,
  levelOffOvershoot,
  speedNotSettled,
} from '../../kits/straight/straight-findings.ts';
import { straightProposals, verticalLegs } from '../../kits/straight/straight-parts.ts';
import { STRAIGHT_LIMITS, STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { descentCard } from './card.ts';
import { descent as script } from './pilot.ts';

const ID = 'descent';
const SIDE = -1;

export const descent = defineRoom({
  id: ID,
  title: 'Descents',
  one: 'Descent',
  short: 'Descents',
  variants: ['standard'],
  phases: LEG_PHASES,
  precedence: 72,
  card: descentCard,
  sought: {
    propose: (track, context) => ({
      proposals: straightProposals(track, context, ID, (straight) => verticalLegs(track, straight, SIDE)),
      warnings: [],
    }),
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, {
        phases: verticalLegPhases(track, proposal, SIDE),
        speedEstablished: true,
      }),
    findings: (track, attempt, next, context) =>
      runChecks([headingDrift, speedNotSettled, levelOffOvershoot(SIDE)], track, attempt, next, context, {
        general: false,
      }),
  },
  findings: LEG_FINDINGS,
  pilot: { script, habits: LEG_FINDINGS, from: 'card' },
  tables: [STRAIGHT_LIMITS, STRAIGHT_SIGNS, SCENE, ROUGH_AIR],
});
