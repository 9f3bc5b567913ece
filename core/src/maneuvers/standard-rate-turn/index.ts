/** Standard-rate turns: the room. */
import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, ROUGH_AIR, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { levelTurnCoach } from '../../kits/turns/coach-level.ts';
import { TURN_HABITS } from '../../kits/turns/pilot.ts';
import { soughtTurn } from '../../kits/turns/plain-turn.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { LEVEL_TURN_CHECKS, LEVEL_TURN_FINDINGS, TURN_FINDINGS } from '../../kits/turns/turn-findings.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS } from '../../kits/turns/turn-variant.ts';
import { standardRateTurnCard } from './card.ts';
import { RATE_FINDINGS, rateOff } from './findings.ts';
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
    findings: (track, attempt, next, context) =>
      runChecks([...LEVEL_TURN_CHECKS, rateOff], track, attempt, next, context),
  },
  findings: [
    ...LIMIT_FINDINGS,
    ...GENERAL_FINDINGS,
    ...LEVEL_TURN_FINDINGS,
    ...TURN_FINDINGS,
    ...RATE_FINDINGS,
  ],
  requirements: GENERAL_REQUIREMENTS,
  // At so little bank a pull that is late or kept costs too little height to be a habit.
  pilot: { script, habits: [...GENERAL_FINDINGS, ...TURN_HABITS, ...RATE_FINDINGS], from: 'card' },
  story: { lanes: ['pitch', 'vertical-speed'] },
  coach: levelTurnCoach(4),
  tables: [GENERAL_LIMITS, RATE_LIMITS, RATE_SIGNS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
