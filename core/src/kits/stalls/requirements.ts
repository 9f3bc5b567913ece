/** What a standard may ask of a stall before any band. */

import { limitsOf } from '../attempt/figures.ts';
import { numberText } from '../attempt/finding.ts';
import type { Requirement } from '../attempt/requirement.ts';
import { failed, held, notApplicable, unseen } from '../attempt/requirement.ts';
import { depthAsked, noStallKt, noseTooHigh } from './depth.ts';
import { steadyDescent } from './descent.ts';
import { flapsInOrder } from './flap-order.ts';
import { enoughPower } from './pitch-up-power.ts';
import { climbedAway, noSecondStall } from './recovered.ts';
import { recoveredWithPower, releasedFirst, releasedPromptly } from './release.ts';
import { eventOf } from './stall-case.ts';
import { STALL_LIMITS } from './tables.ts';
import { aileronsNeutral, bankInStall, noSpin } from './wings.ts';

/** What is asked of a wing that stalled, where none did. */
const ifStalled =
  (see: Requirement['see']): Requirement['see'] =>
  (c) => {
    const event = eventOf(c);
    return event && noStallKt(c, event) !== undefined ? notApplicable('no stall was flown') : see(c);
  };

const proof = (asks: string, before: string, see: Requirement['see']): Requirement => ({
  kind: 'proof',
  asks,
  before,
  see,
});
const prohibition = (asks: string, before: string, see: Requirement['see']): Requirement => ({
  kind: 'prohibition',
  asks,
  before,
  see,
});

/** What every single stall may be asked. */
export const STALL_REQUIREMENTS = {
  'full-stall': proof(
    'The full stall',
    'to the full stall: the break, or the nose held and the sink growing',
    depthAsked('full'),
  ),
  'stall-approached': proof(
    'The stall, or its approach',
    'to the first indication at the least: warner or buffet',
    depthAsked('first-indication'),
  ),
  'depth-briefed': proof(
    'As deep as briefed',
    'as deep as briefed: first indication, or full',
    depthAsked('any'),
  ),
  'prompt-release': prohibition(
    'Prompt release',
    'released within three seconds of the break',
    releasedPromptly,
  ),
  'release-first': prohibition(
    'Release before power',
    'nose down before the power, or with it',
    releasedFirst,
  ),
  'recovery-power': proof(
    'Power in the recovery',
    'nearly all the power within four seconds of the release',
    recoveredWithPower,
  ),
  wings: proof('Wings', 'no more than 45° of bank after the break', ifStalled(bankInStall)),
  ailerons: prohibition('Ailerons', 'not against a dropping wing', ifStalled(aileronsNeutral)),
  flaps: prohibition(
    'Flaps up in order',
    'the drag stage at once, the rest with a positive climb',
    flapsInOrder,
  ),
  'no-second-stall': proof(
    'No second stall',
    'the warner silent after the release',
    ifStalled(noSecondStall),
  ),
  recovered: proof('Climbed away', 'away at a climb’s speed', ifStalled(climbedAway)),
  'no-spin': prohibition('No spin', 'no yaw that grows in the stall', noSpin),
} satisfies Record<string, Requirement>;

export const POWER_OFF_REQUIREMENTS = {
  'stabilized-descent': proof(
    'Stabilized descent',
    'five steady seconds down at approach speed, before the nose comes up',
    steadyDescent,
  ),
} satisfies Record<string, Requirement>;

export const POWER_ON_REQUIREMENTS = {
  power: proof('65 % of power or more', 'at least 65 % of power before the first sign', enoughPower),
  nose: prohibition('Nose no higher than 30°', 'nose no more than 30° up', (c) => {
    const steep = noseTooHigh(c);
    if (steep) return failed(`${numberText(steep.deg)}° up`, steep.atS);
    return c.track.other('pitch_deg')
      ? held(`below ${numberText(limitsOf(c.context, STALL_LIMITS).steepDeg)}°`, eventOf(c)?.breakS)
      : unseen('pitch not recorded');
  }),
} satisfies Record<string, Requirement>;
