/** What a standard may ask of a stall before any band. */

import { limitsOf } from '../../units/figures.ts';
import type { Requirement } from '../attempt/requirement.ts';
import { depthAsked, noStallKt, noseTooHigh } from './depth.ts';
import { steadyDescent } from './descent.ts';
import { failed, met, notApplicable, unseen } from './evidence.ts';
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
    return event && noStallKt(c, event) !== undefined ? notApplicable(undefined, 'no-stall-flown') : see(c);
  };

const proof = (see: Requirement['see']): Requirement => ({ kind: 'proof', see });
const prohibition = (see: Requirement['see']): Requirement => ({ kind: 'prohibition', see });

/** What every single stall may be asked. */
export const STALL_REQUIREMENTS = {
  'full-stall': proof(depthAsked('full')),
  'stall-approached': proof(depthAsked('first-indication')),
  'depth-briefed': proof(depthAsked('any')),
  'prompt-release': prohibition(releasedPromptly),
  'release-first': prohibition(releasedFirst),
  'recovery-power': proof(recoveredWithPower),
  wings: proof(ifStalled(bankInStall)),
  ailerons: prohibition(ifStalled(aileronsNeutral)),
  flaps: prohibition(flapsInOrder),
  'no-second-stall': proof(ifStalled(noSecondStall)),
  recovered: proof(ifStalled(climbedAway)),
  'no-spin': prohibition(noSpin),
} satisfies Record<string, Requirement>;

export const POWER_OFF_REQUIREMENTS = {
  'stabilized-descent': proof(steadyDescent),
} satisfies Record<string, Requirement>;

export const POWER_ON_REQUIREMENTS = {
  power: proof(enoughPower),
  nose: prohibition((c) => {
    const steep = noseTooHigh(c);
    if (steep) return failed(steep.atS, 'nose-above', { noseDeg: steep.deg });
    return c.track.other('pitch_deg')
      ? met(eventOf(c)?.breakS, 'nose-below-limit', { limitDeg: limitsOf(c.context, STALL_LIMITS).steepDeg })
      : unseen(undefined, 'pitch-not-recorded');
  }),
} satisfies Record<string, Requirement>;
