/** Changes of speed and flaps: the room. */

import { runChecks } from '../../kits/attempt/case.ts';
import { balloonOnFlap, sinkOnFlapRetraction } from '../../kits/attempt/flap-findings.ts';
import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
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
    findings: (track, attempt, next, context) =>
      runChecks([balloonOnFlap, sinkOnFlapRetraction], track, attempt, next, context),
  },
  findings: [...LIMIT_FINDINGS, ...GENERAL_FINDINGS, 'balloon-on-flap', 'sink-on-flap-retraction'],
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
