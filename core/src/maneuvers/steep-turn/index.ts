/** Steep turns: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { TURN_LIMITS, TURN_SIGNS } from '../../kits/turns/tables.ts';
import { TURN_PHASES } from '../../kits/turns/turn-phases.ts';
import { TURN_VARIANTS, turnVariant } from '../../kits/turns/turn-variant.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
import { steepTurnCard } from './card.ts';
import { steepTurnCoach } from './coach.ts';
import { STEEP_FAULTS } from './faults.ts';
import { steepTurn as script } from './pilot.ts';
import { STEEP_REQUIREMENTS } from './requirements.ts';
import { measure, propose, STEEP_TURN } from './steep-turn.ts';
import { STEEP_LIMITS, STEEP_SIGNS } from './tables.ts';

export const steepTurn = defineRoom({
  id: STEEP_TURN,
  title: 'Steep turns',
  one: 'Steep turn',
  short: 'Steep turns',
  variants: TURN_VARIANTS,
  phases: TURN_PHASES,
  precedence: 30,
  clearedFor: true,
  card: steepTurnCard,
  sought: { propose, variantOver: turnVariant, measure },
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, ...STEEP_FAULTS],
  folds: {
    bank: ['overbank', 'bank-shallow'],
    altitude: ['alt-loss-roll-in'],
    airspeed: ['speed-decay'],
    'rollout-heading': ['rollout-late', 'rollout-early'],
  },
  requirements: STEEP_REQUIREMENTS,
  pilot: { script, habits: namesOf([...GENERAL_FAULTS, ...STEEP_FAULTS]), from: 'card' },
  story: { lanes: ['airspeed', 'power', 'pitch'] },
  coach: steepTurnCoach,
  tables: [GENERAL_LIMITS, STEEP_LIMITS, STEEP_SIGNS, TURN_LIMITS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
