/** Best glide: the room. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { GENERAL_LIMITS, SCENE } from '../../kits/attempt/tables.ts';
import { briefedKias, measureStraight } from '../../kits/straight/straight-attempt.ts';
import { straightProposals } from '../../kits/straight/straight-parts.ts';
import { STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { bestGlideCard } from './card.ts';
import { bestGlideCoach } from './coach.ts';
import { GLIDE_FAULTS } from './faults.ts';
import { glidePhases, glideSpans } from './found.ts';
import { bestGlide as script } from './pilot.ts';
import { GLIDE_REQUIREMENTS } from './requirements.ts';
import { GLIDE_LIMITS, GLIDE_SIGNS } from './tables.ts';

const ID = 'best-glide';

export const bestGlide = defineRoom({
  id: ID,
  title: 'Best glide',
  one: 'Best glide',
  short: 'Glide',
  variants: ['standard'],
  phases: ['entry', 'established'],
  precedence: 40,
  hasDrill: true,
  card: bestGlideCard,
  sought: {
    propose: (track, context) => ({
      proposals: straightProposals(
        track,
        context,
        ID,
        (straight) => glideSpans(track, context, straight),
        true,
      ),
    }),
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, {
        phases: glidePhases(track, proposal, briefedKias(proposal, context)),
      }),
  },
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, ...GLIDE_FAULTS],
  // The drill is said and touched.
  unrecorded: ['drill-item-missed'],
  requirements: GLIDE_REQUIREMENTS,
  pilot: {
    script,
    habits: ['no-clearing', 'rushed-entry', 'below-floor', ...namesOf(GLIDE_FAULTS)],
    from: 'cruise',
  },
  story: { lanes: ['altitude', 'vertical-speed', 'power'] },
  coach: bestGlideCoach,
  tables: [GENERAL_LIMITS, GLIDE_LIMITS, GLIDE_SIGNS, STRAIGHT_SIGNS, SCENE],
});
