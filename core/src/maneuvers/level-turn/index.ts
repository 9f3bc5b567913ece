/** Level turns: the room. */

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
  precedence: 64,
  card: levelTurnCard,
  sought: soughtTurn(ID, 'level'),
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, ...LEVEL_TURN_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: {
    script,
    habits: [...namesOf(GENERAL_FAULTS), 'alt-loss-roll-in', 'alt-gain-rollout', ...TURN_HABITS],
    from: 'card',
  },
  story: { lanes: ['pitch', 'power'] },
  coach: levelTurnCoach(5),
  tables: [GENERAL_LIMITS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
