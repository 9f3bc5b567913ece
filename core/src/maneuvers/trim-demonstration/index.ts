/** The trim demonstration: the room. Shown and flown, never scored. */

import { namesOf } from '../../kits/attempt/fault.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { SCENE } from '../../kits/attempt/tables.ts';
import { establishedThroughout, measureStraight } from '../../kits/straight/straight-attempt.ts';
import { trimDemonstrationCard } from './card.ts';
import { trimDemonstrationCoach } from './coach.ts';
import { TRIM_FAULTS } from './faults.ts';
import { TRIM_VARIANTS, trimDemonstrations } from './found.ts';
import { trimDemonstration as script } from './pilot.ts';
import { TRIM_LIMITS, TRIM_SIGNS } from './tables.ts';

const ID = 'trim-demonstration';

export const trimDemonstration = defineRoom({
  id: ID,
  title: 'Trim and power, shown',
  one: 'Trim and power',
  short: 'Trim',
  variants: TRIM_VARIANTS,
  phases: ['established'],
  precedence: 69,
  card: trimDemonstrationCard,
  sought: {
    propose: (track, context) => ({ proposals: trimDemonstrations(track, context, ID) }),
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, { phases: establishedThroughout(proposal) }),
  },
  faults: [...LIMIT_FAULTS, ...TRIM_FAULTS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: namesOf(TRIM_FAULTS), from: 'card' },
  story: { lanes: ['airspeed', 'vertical-speed', 'power', 'pitch'] },
  coach: trimDemonstrationCoach,
  tables: [TRIM_LIMITS, TRIM_SIGNS, SCENE],
});
