/** Power-off stalls: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { noStabilizedDescent } from '../../kits/stalls/entry-faults.ts';
import { STALL_FAULTS } from '../../kits/stalls/faults.ts';
import { powerBeforePitch } from '../../kits/stalls/recovery-faults.ts';
import { POWER_OFF_REQUIREMENTS, STALL_REQUIREMENTS } from '../../kits/stalls/requirements.ts';
import { soughtStall } from '../../kits/stalls/stall.ts';
import { STALL_PHASES } from '../../kits/stalls/stall-attempt.ts';
import { STALL_VARIANTS } from '../../kits/stalls/stall-variant.ts';
import { stallStory } from '../../kits/stalls/story.ts';
import { STALL_LIMITS, STALL_TABLES } from '../../kits/stalls/tables.ts';
import { powerOffStallCard } from './card.ts';
import { powerOffStallCoach } from './coach.ts';
import { powerOffStall as script } from './pilot.ts';

const ID = 'power-off-stall';

export const powerOffStall = defineRoom({
  id: ID,
  title: 'Power-off stalls',
  one: 'Power-off stall',
  short: 'Power-off',
  variants: STALL_VARIANTS,
  phases: STALL_PHASES,
  precedence: 10,
  clearedFor: true,
  nearStall: true,
  card: powerOffStallCard,
  sought: soughtStall(ID, 'power-off'),
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, noStabilizedDescent, powerBeforePitch, ...STALL_FAULTS],
  requirements: { ...GENERAL_REQUIREMENTS, ...POWER_OFF_REQUIREMENTS, ...STALL_REQUIREMENTS },
  pilot: {
    script,
    habits: [
      ...namesOf(GENERAL_FAULTS),
      'no-stabilized-descent',
      'wrong-cue',
      'heading-drift',
      'wing-drop',
      'aileron-in-stall',
      'late-recovery',
      'power-before-pitch',
      'nose-too-low',
      'secondary-stall',
      'excess-altitude-loss',
      'flaps-all-at-once',
      'flaps-up-without-climb',
      'spin-entry',
    ],
    from: 'cruise',
  },
  story: stallStory,
  coach: powerOffStallCoach,
  tables: [GENERAL_LIMITS, FLAP_LIMITS, STALL_LIMITS, ...STALL_TABLES, SCENE, SETTLING],
});
