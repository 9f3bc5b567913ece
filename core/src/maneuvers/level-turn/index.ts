/** Level turns: the room. */

import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, ROUGH_AIR, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { levelTurnCoach } from '../../kits/turns/coach-level.ts';
import { TURN_HABITS } from '../../kits/turns/pilot.ts';
import { soughtTurn } from '../../kits/turns/plain-turn.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { LEVEL_TURN_FINDINGS, TURN_FINDINGS } from '../../kits/turns/turn-findings.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS } from '../../kits/turns/turn-variant.ts';
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
  findings: [...LIMIT_FINDINGS, ...GENERAL_FINDINGS, ...LEVEL_TURN_FINDINGS, ...TURN_FINDINGS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: {
    script,
    habits: [...GENERAL_FINDINGS, ...LEVEL_TURN_FINDINGS, ...TURN_HABITS],
    from: 'card',
  },
  story: { lanes: ['pitch', 'power'] },
  coach: levelTurnCoach(5),
  tables: [GENERAL_LIMITS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
