/** Power-on stalls: the room. */

import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { pitchTooSteep, powerTooLow } from '../../kits/stalls/entry-findings.ts';
import { POWER_ON_REQUIREMENTS, STALL_REQUIREMENTS } from '../../kits/stalls/requirements.ts';
import { soughtStall } from '../../kits/stalls/stall.ts';
import { STALL_PHASES } from '../../kits/stalls/stall-attempt.ts';
import { POWER_ON_FINDINGS, STALL_FINDINGS } from '../../kits/stalls/stall-case.ts';
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
  sought: soughtStall(ID, 'power-on', [pitchTooSteep, powerTooLow]),
  findings: [
    ...LIMIT_FINDINGS,
    ...GENERAL_FINDINGS,
    ...POWER_ON_FINDINGS,
    ...STALL_FINDINGS,
    'flaps-all-at-once',
  ],
  requirements: { ...GENERAL_REQUIREMENTS, ...POWER_ON_REQUIREMENTS, ...STALL_REQUIREMENTS },
  pilot: {
    script,
    habits: [
      ...GENERAL_FINDINGS,
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
