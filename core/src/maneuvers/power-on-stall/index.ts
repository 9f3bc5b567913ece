/** Power-on stalls: the room. */
import { runChecks } from '../../kits/attempt/case.ts';
import { GENERAL_FINDINGS } from '../../kits/attempt/general-findings.ts';
import { defineRoom } from '../../kits/attempt/room.ts';
import { FLAP_LIMITS, GENERAL_LIMITS, SCENE, SETTLING } from '../../kits/attempt/tables.ts';
import { STALL_CHECKS } from '../../kits/stalls/checks.ts';
import { pitchTooSteep, powerTooLow } from '../../kits/stalls/entry-findings.ts';
import { measureStall, STALL_PHASES } from '../../kits/stalls/stall-attempt.ts';
import { stallProposals } from '../../kits/stalls/stall-attempts.ts';
import { POWER_ON_FINDINGS, STALL_FINDINGS } from '../../kits/stalls/stall-case.ts';
import { STALL_VARIANTS, stallVariant } from '../../kits/stalls/stall-variant.ts';
import { STALL_LIMITS, STALL_TABLES } from '../../kits/stalls/tables.ts';
import { powerOnStallCard } from './card.ts';
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
  sought: {
    propose: (track, context) => ({
      proposals: stallProposals(track, context, ID, 'power-on'),
      warnings: [],
    }),
    variantOver: stallVariant,
    measure: measureStall,
    findings: (track, attempt, next, context) =>
      runChecks([pitchTooSteep, powerTooLow, ...STALL_CHECKS], track, attempt, next, context),
  },
  findings: [...GENERAL_FINDINGS, ...POWER_ON_FINDINGS, ...STALL_FINDINGS, 'flaps-all-at-once'],
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
  tables: [GENERAL_LIMITS, FLAP_LIMITS, STALL_LIMITS, ...STALL_TABLES, SCENE, SETTLING],
});
