/** Slipping descent turns: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { measureTurn } from '../../kits/turns/turn-attempt.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS, turnVariant } from '../../kits/turns/turn-variant.ts';
import { slippingDescentTurnCard } from './card.ts';
import { slippingDescentTurnCoach } from './coach.ts';
import { SLIP_FAULTS } from './faults.ts';
import { slippingTurns } from './found.ts';
import { slippingDescentTurn as script } from './pilot.ts';
import { SLIP_LIMITS, SLIP_SIGNS } from './tables.ts';

const ID = 'slipping-descent-turn';

export const slippingDescentTurn = defineRoom({
  id: ID,
  title: 'Slipping descent turns',
  one: 'Slipping descent turn',
  short: 'Slip turns',
  variants: TURN_VARIANTS,
  phases: TURN_PHASES,
  precedence: 59,
  card: slippingDescentTurnCard,
  sought: {
    propose: (track, context) => ({ proposals: slippingTurns(track, context, ID) }),
    variantOver: turnVariant,
    measure: (track, proposal, _, context) => measureTurn(track, proposal, context, { holdsAltitude: false }),
  },
  faults: [...LIMIT_FAULTS, ...SLIP_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: {
    script,
    habits: namesOf(SLIP_FAULTS).filter((name) => name !== 'stall-warning'),
    from: 'card',
  },
  story: { lanes: ['ball', 'vertical-speed', 'pitch'] },
  coach: slippingDescentTurnCoach,
  tables: [GENERAL_LIMITS, SLIP_LIMITS, SLIP_SIGNS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING],
});
