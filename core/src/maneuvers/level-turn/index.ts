/** Level turns: the room. */

import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, ROUGH_AIR, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { turnProposals } from '../../kits/turns/plain-turns.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { measureTurn } from '../../kits/turns/turn-attempt.ts';
import { LEVEL_TURN_CHECKS, LEVEL_TURN_FINDINGS, TURN_FINDINGS } from '../../kits/turns/turn-findings.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS, turnVariant } from '../../kits/turns/turn-variant.ts';
import { levelTurnCard } from './card.ts';
import { levelTurn as script } from './pilot.ts';

const ID = 'level-turn';

export const levelTurn = defineRoom({
  id: ID,
  title: 'Level turns',
  one: 'Level turn',
  short: 'Turns',
  variants: TURN_VARIANTS,
  phases: TURN_PHASES,
  precedence: 62,
  card: levelTurnCard,
  sought: {
    propose: (track, context) => ({ proposals: turnProposals(track, context, ID, 'level'), warnings: [] }),
    variantOver: turnVariant,
    measure: (track, proposal, _, context) => measureTurn(track, proposal, context, { holdsAltitude: true }),
    findings: (track, attempt, next, context) => runChecks(LEVEL_TURN_CHECKS, track, attempt, next, context),
  },
  findings: [...GENERAL_FINDINGS, ...LEVEL_TURN_FINDINGS, ...TURN_FINDINGS],
  pilot: {
    script,
    habits: [
      ...GENERAL_FINDINGS,
      'alt-loss-roll-in',
      'alt-gain-rollout',
      'rollout-overshoot',
      'rollout-undershoot',
      'bank-wander',
      'slip',
      'skid',
    ],
    from: 'card',
  },
  tables: [GENERAL_LIMITS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
