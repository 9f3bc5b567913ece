/** Power-on stalls: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { pitchTooSteep, powerTooLow } from '../../kits/stalls/entry-faults.ts';
import { STALL_FAULTS } from '../../kits/stalls/faults.ts';
import { POWER_ON_REQUIREMENTS, STALL_REQUIREMENTS } from '../../kits/stalls/requirements.ts';
import { soughtStall } from '../../kits/stalls/stall.ts';
import { STALL_PHASES } from '../../kits/stalls/stall-attempt.ts';
import { STALL_VARIANTS } from '../../kits/stalls/stall-variant.ts';
import { stallStory } from '../../kits/stalls/story.ts';
import { STALL_LIMITS, STALL_TABLES } from '../../kits/stalls/tables.ts';
import { powerOnStallCard } from './card.ts';
import { powerOnStallCoach } from './coach.ts';
import { powerOnStall as script } from './pilot.ts';

const ID = 'power-on-stall';

export const powerOnStall = defineRoom({
  id: ID,
  title: 'Power-on stalls',
  one: 'Power-on stall',
  short: 'Power-on',
  variants: STALL_VARIANTS,
  phases: STALL_PHASES,
  precedence: 11,
  clearedFor: true,
  nearStall: true,
  card: powerOnStallCard,
  sought: soughtStall(ID, 'power-on'),
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, pitchTooSteep, powerTooLow, ...STALL_FAULTS],
  requirements: { ...GENERAL_REQUIREMENTS, ...POWER_ON_REQUIREMENTS, ...STALL_REQUIREMENTS },
  pilot: {
    script,
    habits: [
      ...namesOf(GENERAL_FAULTS),
      'wrong-cue',
      'heading-drift',
      'wing-drop',
      'aileron-in-stall',
      'late-recovery',
      'nose-too-low',
      'secondary-stall',
      'excess-altitude-loss',
      'power-too-low',
      'pitch-too-steep',
      'spin-entry',
    ],
    from: 'cruise',
  },
  story: stallStory,
  coach: powerOnStallCoach,
  tables: [GENERAL_LIMITS, FLAP_LIMITS, STALL_LIMITS, ...STALL_TABLES, SCENE, SETTLING],
});
