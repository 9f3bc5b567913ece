/** Slow flight: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { TURN_SIGNS } from '../../kits/turns/tables.ts';
import { ROUGH_AIR } from '../../signals/tables.ts';
import { slowFlightCard } from './card.ts';
import { slowFlightCoach } from './coach.ts';
import { SLOW_FAULTS } from './faults.ts';
import { slowFlight as script } from './pilot.ts';
import { SLOW_REQUIREMENTS } from './requirements.ts';
import { measure, propose, SLOW_FLIGHT, variantOver } from './slow-flight.ts';
import { SLOW_LIMITS, SLOW_SIGNS } from './tables.ts';
import { SLOW_VARIANTS } from './transition.ts';

export const slowFlight = defineRoom({
  id: SLOW_FLIGHT,
  title: 'Slow flight',
  one: 'Slow flight',
  short: 'Slow flight',
  variants: SLOW_VARIANTS,
  phases: [
    'entry',
    'established',
    'recovery',
    'straight',
    'turn',
    'climb',
    'descent',
    'settle',
    'entry-to-recovery',
  ],
  precedence: 20,
  clearedFor: true,
  nearStall: true,
  card: slowFlightCard,
  sought: {
    propose,
    variantOver,
    measure,
  },
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, ...SLOW_FAULTS],
  requirements: SLOW_REQUIREMENTS,
  pilot: {
    script,
    habits: [...namesOf(GENERAL_FAULTS), ...namesOf(SLOW_FAULTS)],
    habitVariants: { 'balloon-on-flap': 'landing', 'flaps-all-at-once': 'landing' },
    from: 'cruise',
  },
  story: { lanes: ['power', 'flaps', 'airspeed', 'pitch'] },
  coach: slowFlightCoach,
  tables: [GENERAL_LIMITS, FLAP_LIMITS, SLOW_LIMITS, SLOW_SIGNS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
