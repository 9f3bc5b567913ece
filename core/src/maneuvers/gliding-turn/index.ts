/** Gliding turns: the room. */

import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { slantedTurnCoach } from '../../kits/turns/coach-slanted.ts';
import { TURN_FAULTS } from '../../kits/turns/faults.ts';
import { TURN_HABITS } from '../../kits/turns/pilot.ts';
import { soughtTurn } from '../../kits/turns/plain-turn.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS } from '../../kits/turns/turn-variant.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
import { glidingTurnCard } from './card.ts';
import { glidingTurns } from './found.ts';
import { glidingTurn as script } from './pilot.ts';
import { GLIDE_TURN_SIGNS } from './tables.ts';

const ID = 'gliding-turn';

export const glidingTurn = defineRoom({
  id: ID,
  title: 'Gliding turns',
  one: 'Gliding turn',
  short: 'Glide turns',
  variants: TURN_VARIANTS,
  phases: TURN_PHASES,
  precedence: 60,
  card: glidingTurnCard,
  sought: {
    ...soughtTurn(ID, 'descending'),
    propose: (track, context) => ({ proposals: glidingTurns(track, context, ID) }),
  },
  faults: [...LIMIT_FAULTS, ...TURN_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  // Without the propeller's stream a whole foot of rudder lets the ball out by a half: a skid shows, and is no plain habit.
  pilot: { script, habits: TURN_HABITS.filter((name) => name !== 'skid'), from: 'cruise' },
  story: { lanes: ['pitch', 'vertical-speed'] },
  coach: slantedTurnCoach('down'),
  tables: [GLIDE_TURN_SIGNS, TURN_LIMITS, TURN_SIGNS, FLAP_LIMITS, SCENE, SETTLING, ROUGH_AIR],
});
