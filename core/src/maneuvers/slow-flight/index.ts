/** Slow flight: the room. */

import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, ROUGH_AIR, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { TURN_SIGNS } from '../../kits/turns/tables.ts';
import { slowFlightCard } from './card.ts';
import { slowFlightCoach } from './coach.ts';
import { CHECKS, SLOW_FINDINGS } from './findings.ts';
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
    findings: (track, attempt, next, context) => runChecks(CHECKS, track, attempt, next, context),
  },
  findings: [
    ...LIMIT_FINDINGS,
    ...GENERAL_FINDINGS,
    'balloon-on-flap',
    ...SLOW_FINDINGS,
    'flaps-all-at-once',
  ],
  requirements: SLOW_REQUIREMENTS,
  pilot: {
    script,
    habits: [...GENERAL_FINDINGS, 'balloon-on-flap', ...SLOW_FINDINGS, 'flaps-all-at-once'],
    habitVariants: { 'balloon-on-flap': 'landing', 'flaps-all-at-once': 'landing' },
    from: 'cruise',
  },
  story: { lanes: ['power', 'flaps', 'airspeed', 'pitch'] },
  coach: slowFlightCoach,
  tables: [GENERAL_LIMITS, FLAP_LIMITS, SLOW_LIMITS, SLOW_SIGNS, TURN_SIGNS, SCENE, SETTLING, ROUGH_AIR],
});
