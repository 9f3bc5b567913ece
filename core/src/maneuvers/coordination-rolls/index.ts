/** Coordination rolls: the room. */

import { buildAttempt } from '../../kits/attempt/build-attempt.ts';
import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { legHeading } from '../../kits/attempt/quantities.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE } from '../../kits/attempt/tables.ts';
import { TURN_SIGNS } from '../../kits/turns/tables.ts';
import { bankFlown } from '../../kits/turns/turn-attempt.ts';
import { coordinationRollsCard } from './card.ts';
import { coordinationRollsCoach } from './coach.ts';
import { adverseYaw, ROLL_FINDINGS } from './findings.ts';
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
        quantity: (row) =>
          row.parameter === 'heading'
            ? legHeading(track, [{ startS: proposal.startS, endS: proposal.endS }])
            : undefined,
      }),
    findings: (track, attempt, next, context) =>
      runChecks([adverseYaw], track, attempt, next, context, { general: false }),
  },
  findings: [...LIMIT_FINDINGS, ...ROLL_FINDINGS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: ROLL_FINDINGS, from: 'card' },
  coach: coordinationRollsCoach,
  tables: [ROLL_LIMITS, ROLLS, TURN_SIGNS, SCENE],
});
