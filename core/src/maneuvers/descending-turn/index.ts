/** Descending turns: the room. */

import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { slantedTurnCoach } from '../../kits/turns/coach-slanted.ts';
import { TURN_FAULTS } from '../../kits/turns/faults.ts';
import { TURN_HABITS } from '../../kits/turns/pilot.ts';
import { soughtTurn } from '../../kits/turns/plain-turn.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS } from '../../kits/turns/turn-variant.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
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
  precedence: 62,
  card: descendingTurnCard,
  sought: soughtTurn(ID, 'descending'),
  faults: [...LIMIT_FAULTS, ...TURN_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: {
    script,
    habits: TURN_HABITS,
    from: 'card',
  },
  story: { lanes: ['pitch', 'vertical-speed'] },
  coach: slantedTurnCoach('down'),
  tables: [TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
