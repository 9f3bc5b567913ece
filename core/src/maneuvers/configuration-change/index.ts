/** Changes of speed and flaps: the room. */

import { balloonOnFlap, sinkOnFlapRetraction } from '../../kits/attempt/flap-faults.ts';
import { GENERAL_FAULTS } from '../../kits/attempt/general-faults.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FAULTS } from '../../kits/attempt/limit-faults.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, SCENE } from '../../kits/attempt/tables.ts';
import { establishedThroughout, measureStraight } from '../../kits/straight/straight-attempt.ts';
import { straightProposals } from '../../kits/straight/straight-parts.ts';
import { STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { configurationChangeCard } from './card.ts';
import { configurationChangeCoach } from './coach.ts';
import { changeSpans } from './found.ts';
import { configurationChange as script } from './pilot.ts';
import { CHANGES } from './tables.ts';

const ID = 'configuration-change';

export const configurationChange = defineRoom({
  id: ID,
  title: 'Speed and flap changes',
  one: 'Speed and flap changes',
  short: 'Flaps',
  variants: ['standard'],
  phases: ['established'],
  precedence: 70,
  card: configurationChangeCard,
  sought: {
    propose: (track, context) => ({
      proposals: straightProposals(track, context, ID, (straight) => changeSpans(track, context, straight)),
    }),
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, { phases: establishedThroughout(proposal) }),
  },
  faults: [...GENERAL_FAULTS, ...LIMIT_FAULTS, balloonOnFlap, sinkOnFlapRetraction],
  requirements: GENERAL_REQUIREMENTS,
  pilot: {
    script,
    habits: ['balloon-on-flap', 'sink-on-flap-retraction', 'flap-overspeed'],
    from: 'cruise',
  },
  story: { lanes: ['airspeed', 'flaps', 'power', 'pitch'] },
  coach: configurationChangeCoach,
  tables: [GENERAL_LIMITS, FLAP_LIMITS, CHANGES, STRAIGHT_SIGNS, SCENE],
});
