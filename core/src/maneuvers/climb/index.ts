/** Climbs: the room. */

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
import { climbCard } from './card.ts';
import { climbCoach } from './coach.ts';
import { belowBestAngle } from './faults.ts';
import { climb as script } from './pilot.ts';
import { CLIMB_LIMITS } from './tables.ts';

const ID = 'climb';

const FAULTS = [...legFaults(1), belowBestAngle];

export const climb = defineRoom({
  id: ID,
  title: 'Climbs',
  one: 'Climb',
  short: 'Climbs',
  variants: ['standard'],
  phases: LEG_PHASES,
  precedence: 71,
  card: climbCard,
  sought: soughtVerticalLeg(ID, 1),
  faults: [...LIMIT_FAULTS, ...FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: namesOf(FAULTS), from: 'card' },
  story: { lanes: ['altitude', 'power', 'pitch'] },
  coach: climbCoach,
  tables: [CLIMB_LIMITS, STRAIGHT_LIMITS, STRAIGHT_SIGNS, SCENE, ROUGH_AIR],
});
