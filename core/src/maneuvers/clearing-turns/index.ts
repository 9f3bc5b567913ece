/** Clearing turns: the room. */

import { buildAttempt } from '../../kits/attempt/build-attempt.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE } from '../../kits/attempt/tables.ts';
import { TURN_SIGNS } from '../../kits/turns/tables.ts';
import { clearingTurnsCard } from './card.ts';
import { clearingTurnsCoach } from './coach.ts';
import { clearingProposals } from './found.ts';
import { clearingTurns as script } from './pilot.ts';
import { CLEARING } from './tables.ts';

export const clearingTurns = defineRoom({
  id: 'clearing-turns',
  title: 'Clearing turns',
  one: 'Clearing turns',
  short: 'Clearing',
  variants: ['standard'],
  phases: ['turns'],
  precedence: 50,
  clears: true,
  card: clearingTurnsCard,
  sought: {
    proposeBefore: (track, context, cleared) => ({
      proposals: clearingProposals(track, context, cleared),
    }),
    measure: (track, proposal, _, context) =>
      buildAttempt(track, proposal, context, {
        phases: [{ name: 'turns', startS: proposal.startS, endS: proposal.endS }],
        shows: ['altitudeFt', 'headingDeg'],
        settles: false,
      }),
  },
  faults: LIMIT_FAULTS,
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: [], from: 'card' },
  coach: clearingTurnsCoach,
  tables: [CLEARING, TURN_SIGNS, SCENE],
});
