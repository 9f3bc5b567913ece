/** Descents: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE } from '../../kits/attempt/tables.ts';
import { legFaults } from '../../kits/straight/faults.ts';
import { LEG_PHASES } from '../../kits/straight/straight-attempt.ts';
import { STRAIGHT_LIMITS, STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { soughtVerticalLeg } from '../../kits/straight/vertical-leg.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
import { descentCard } from './card.ts';
import { descentCoach } from './coach.ts';
import { descent as script } from './pilot.ts';

const ID = 'descent';

const FAULTS = legFaults(-1);

export const descent = defineRoom({
  id: ID,
  title: 'Descents',
  one: 'Descent',
  short: 'Descents',
  variants: ['standard'],
  phases: LEG_PHASES,
  precedence: 72,
  card: descentCard,
  sought: soughtVerticalLeg(ID, -1),
  faults: [...LIMIT_FAULTS, ...FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: namesOf(FAULTS), from: 'card' },
  story: { lanes: ['altitude', 'power', 'pitch'] },
  coach: descentCoach,
  tables: [STRAIGHT_LIMITS, STRAIGHT_SIGNS, SCENE, ROUGH_AIR],
});
