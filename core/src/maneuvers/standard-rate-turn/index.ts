/** Standard-rate turns: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { levelTurnCoach } from '../../kits/turns/coach-level.ts';
import { LEVEL_TURN_FAULTS } from '../../kits/turns/faults.ts';
import { TURN_HABITS } from '../../kits/turns/pilot.ts';
import { soughtTurn } from '../../kits/turns/plain-turn.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS } from '../../kits/turns/turn-variant.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
import { standardRateTurnCard } from './card.ts';
import { RATE_FAULTS } from './faults.ts';
import { standardRateTurns } from './found.ts';
import { standardRateTurn as script } from './pilot.ts';
import { RATE_LIMITS, RATE_SIGNS } from './tables.ts';

const ID = 'standard-rate-turn';

export const standardRateTurn = defineRoom({
  id: ID,
  title: 'Standard-rate turns',
  one: 'Standard-rate turn',
  short: 'Rate',
  variants: TURN_VARIANTS,
  phases: TURN_PHASES,
  precedence: 63,
  card: standardRateTurnCard,
  sought: {
    ...soughtTurn(ID, 'level'),
    propose: (track, context) => ({ proposals: standardRateTurns(track, context, ID) }),
  },
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, ...LEVEL_TURN_FAULTS, ...RATE_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  // At so little bank a pull that is late or kept costs too little height to be a habit.
  pilot: {
    script,
    habits: [...namesOf(GENERAL_FAULTS), ...TURN_HABITS, ...namesOf(RATE_FAULTS)],
    from: 'card',
  },
  story: { lanes: ['pitch', 'vertical-speed'] },
  coach: levelTurnCoach(4),
  tables: [GENERAL_LIMITS, RATE_LIMITS, RATE_SIGNS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
