/** Descents: the room. */

import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { LIMIT_FINDINGS } from '../../kits/attempt/limits.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { ROUGH_AIR, SCENE } from '../../kits/attempt/tables.ts';
import { LEG_PHASES } from '../../kits/straight/straight-attempt.ts';
import { LEG_FINDINGS } from '../../kits/straight/straight-findings.ts';
import { STRAIGHT_LIMITS, STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { soughtVerticalLeg } from '../../kits/straight/vertical-leg.ts';
import { descentCard } from './card.ts';
import { descentCoach } from './coach.ts';
import { descent as script } from './pilot.ts';

const ID = 'descent';

export const descent = defineRoom({
  id: ID,
  title: 'Descents',
  one: 'Descent',
  short: 'Descents',
  variants: ['standard'],
  phases: LEG_PHASES,
  precedence: 72,
  card: descentCard,
  sought: soughtVerticalLeg(ID, -1),
  findings: [...LIMIT_FINDINGS, ...LEG_FINDINGS],
  requirements: GENERAL_REQUIREMENTS,
  pilot: { script, habits: LEG_FINDINGS, from: 'card' },
  story: { lanes: ['altitude', 'power', 'pitch'] },
  coach: descentCoach,
  tables: [STRAIGHT_LIMITS, STRAIGHT_SIGNS, SCENE, ROUGH_AIR],
});
