/** Coordination rolls: the room. */

import { buildAttempt } from '../../kits/attempt/build-attempt.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { legHeading } from '../../kits/attempt/quantities.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE } from '../../kits/attempt/tables.ts';
import { TURN_SIGNS } from '../../kits/turns/tables.ts';
import { bankFlown } from '../../kits/turns/turn-attempt.ts';
import { coordinationRollsCard } from './card.ts';
import { coordinationRollsCoach } from './coach.ts';
import { adverseYaw } from './faults.ts';
import { rollProposals } from './found.ts';
import { coordinationRolls as script } from './pilot.ts';
import { ROLL_LIMITS, ROLLS } from './tables.ts';

export const coordinationRolls = defineRoom({
  id: 'coordination-rolls',
  title: 'Coordination rolls',
  one: 'Coordination rolls',
  short: 'Rolls',
  variants: ['standard'],
  phases: ['rolls'],
  precedence: 51,
  card: coordinationRollsCard,
  sought: {
    propose: (track, context) => ({ proposals: rollProposals(track, context) }),
    measure: (track, proposal, _, context) =>
      buildAttempt(track, proposal, context, {
        phases: [{ name: 'rolls', startS: proposal.startS, endS: proposal.endS }],
        aims: { bankDeg: bankFlown(track, proposal) },
        settles: false,
        // The point is where the nose stood before the first roll.
        quantity: (row) =>
          row.parameter === 'heading'
            ? legHeading(track, [{ startS: proposal.startS - ROLLS.pointS, endS: proposal.endS }])
            : undefined,
      }),
  },
  faults: [...LIMIT_FAULTS, adverseYaw],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: ['adverse-yaw'], from: 'card' },
  coach: coordinationRollsCoach,
  tables: [ROLL_LIMITS, ROLLS, TURN_SIGNS, SCENE],
});
