/** Descending turns: the room. */

import { runChecks } from '../../kits/attempt/case.ts';
import { defineRoom } from '../../kits/attempt/room.ts';

import { ROUGH_AIR, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { turnProposals } from '../../kits/turns/plain-turns.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { measureTurn } from '../../kits/turns/turn-attempt.ts';
import { TURN_CHECKS, TURN_FINDINGS } from '../../kits/turns/turn-findings.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS, turnVariant } from '../../kits/turns/turn-variant.ts';
import { descendingTurnCard } from './card.ts';
import { descendingTurn as script } from './pilot.ts';

const ID = 'descending-turn';

export const descendingTurn = defineRoom({
  id: ID,
  title: 'Descending turns',
  one: 'Descending turn',
  short: 'Desc. turns',
  variants: TURN_VARIANTS,
  phases: TURN_PHASES,
  precedence: 61,
  card: descendingTurnCard,
  sought: {
    propose: (track, context) => ({
      proposals: turnProposals(track, context, ID, 'descending'),
      warnings: [],
    }),
    variantOver: turnVariant,
    measure: (track, proposal, _, context) => measureTurn(track, proposal, context, { holdsAltitude: false }),
    findings: (track, attempt, next, context) =>
      // It is not steady in altitude before or after.
      runChecks(TURN_CHECKS, track, attempt, next, context, { general: false }),
  },
  findings: [...TURN_FINDINGS],
  pilot: {
    script,
    habits: ['rollout-overshoot', 'rollout-undershoot', 'bank-wander', 'slip', 'skid'],
    from: 'card',
  },
  tables: [TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
