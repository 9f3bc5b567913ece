/** The stall exercise, several gentle ones in a row: the room. */

import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { spinEntry, wingDrop } from '../../kits/stalls/entry-findings.ts';
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
    findings: (track, attempt, next, context) =>
      runChecks([wingDrop, spinEntry], track, attempt, next, context),
  },
  findings: [...LIMIT_FINDINGS, ...GENERAL_FINDINGS, 'wing-drop', 'spin-entry'],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: [...GENERAL_FINDINGS, 'wing-drop'], from: 'cruise' },
  story: stallStory,
  coach: stallSeriesCoach,
  tables: [GENERAL_LIMITS, STALL_LIMITS, ...STALL_TABLES, SCENE, SETTLING],
});
