/** The stall exercise, several gentle ones in a row: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { spinEntry, wingDrop } from '../../kits/stalls/entry-faults.ts';
import { measureStall, STALL_PHASES } from '../../kits/stalls/stall-attempt.ts';
import { stallProposals } from '../../kits/stalls/stall-attempts.ts';
import { stallStory } from '../../kits/stalls/story.ts';
import { STALL_LIMITS, STALL_TABLES } from '../../kits/stalls/tables.ts';
import { stallSeriesCard } from './card.ts';
import { stallSeriesCoach } from './coach.ts';
import { stallSeries as script } from './pilot.ts';

const ID = 'stall-series';

export const stallSeries = defineRoom({
  id: ID,
  title: 'Stall exercise',
  one: 'Stall exercise',
  short: 'Stalls',
  variants: ['standard'],
  phases: STALL_PHASES,
  precedence: 12,
  clearedFor: true,
  nearStall: true,
  card: stallSeriesCard,
  sought: {
    propose: (track, context) => ({
      proposals: stallProposals(track, context, ID, 'in-a-row'),
    }),
    measure: measureStall,
  },
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, wingDrop, spinEntry],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: [...namesOf(GENERAL_FAULTS), 'wing-drop'], from: 'cruise' },
  story: stallStory,
  coach: stallSeriesCoach,
  tables: [GENERAL_LIMITS, STALL_LIMITS, ...STALL_TABLES, SCENE, SETTLING],
});
