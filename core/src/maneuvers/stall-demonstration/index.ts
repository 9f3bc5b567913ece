/** Stalls that an instructor shows: the room. Named where they were briefed, never scored. */

import { buildAttempt } from '../../kits/attempt/build-attempt.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { measureStall, STALL_PHASES } from '../../kits/stalls/stall-attempt.ts';
import { stallAttemptAt } from '../../kits/stalls/stall-case.ts';
import { stallStory } from '../../kits/stalls/story.ts';
import { STALL_TABLES } from '../../kits/stalls/tables.ts';
import { stallDemonstrationCard } from './card.ts';
import { stallDemonstrationCoach } from './coach.ts';
import { shownStalls } from './found.ts';
import { stallDemonstration as script } from './pilot.ts';
import { SHOWN_SIGNS } from './tables.ts';
import { SHOWN_VARIANTS } from './variants.ts';

const ID = 'stall-demonstration';

export const stallDemonstration = defineRoom({
  id: ID,
  title: 'Stalls, shown',
  one: 'Shown stall',
  short: 'Shown',
  variants: SHOWN_VARIANTS,
  phases: STALL_PHASES,
  precedence: 9,
  shown: true,
  clearedFor: true,
  nearStall: true,
  card: stallDemonstrationCard,
  sought: {
    propose: (track, context) => ({ proposals: shownStalls(track, context, ID) }),
    measure: (track, proposal, earlier, context) =>
      stallAttemptAt(track, context, proposal)
        ? measureStall(track, proposal, earlier, context)
        : buildAttempt(track, proposal, context, { phases: [], settles: false }),
    // Whoever shows a stall with the ball out means what any other stall would be told off for.
  },
  faults: LIMIT_FAULTS,
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: [], from: 'cruise' },
  story: stallStory,
  coach: stallDemonstrationCoach,
  tables: [SHOWN_SIGNS, GENERAL_LIMITS, ...STALL_TABLES, SCENE, SETTLING],
});
