/**
 * What beats everything else, in this order. A room that has one of them in its own way leaves the general one out.
 * Orders for the trainer and the replay; in the airplane the instructor's voice is the coach.
 */
import { FEET } from './meaning.ts';
import type { Situation } from './part.ts';
import { above, below, between } from './sign.ts';

/** Outside the maneuvers that go there on purpose; those that do have it before and after, by the same words. */
export const NEAR_STALL: Situation = {
  id: 'near-stall',
  // The warner in a good flare, and as the wheels leave, is no stall.
  unless: [{ fieldFt: below(50) }, { sinceLiftS: below(5) }],
  when: [{ warnerS: above(1) }, { aboveWarningKt: below(-0.5), kias: above(25) }],
  forS: 0.3,
  never: ['PULL', 'STEEP', 'LESS POWER', 'FLAPS IN', 'ROLL', 'ALTITUDE', 'HEADING', 'TRIM', 'GOOD'],
  says: 'Nose down. Then power.',
  means: ['PUSH', 'MORE POWER'],
  safety: true,
};

export const SAFETY: readonly Situation[] = [
  NEAR_STALL,
  {
    id: 'spin',
    when: [
      { yawDegPerS: above(22), bankDeg: above(30), aboveWarningKt: below(3), verticalFpm: below(-600) },
      { yawDegPerS: above(22), bankDeg: above(30), warnerS: above(0.5), verticalFpm: below(-600) },
      { bankDeg: above(50), bankDegPerS: above(10), warnerS: above(0.5), verticalFpm: below(-500) },
    ],
    forS: 0.4,
    never: ['PULL', 'MORE POWER', 'ROLL', 'FLAPS OUT', 'ALTITUDE', 'HEADING'],
    says: 'Power off, ailerons neutral, opposite rudder, forward.',
    means: ['LESS POWER', 'WAIT', 'FEET', 'PUSH'],
    safety: true,
  },
  {
    id: 'spiral',
    when: [
      {
        bankDegPerS: above(0.5),
        bankDeg: above(48),
        verticalFpm: below(-400),
        speedKtPerS: above(0.3),
        aboveWarningKt: above(0),
      },
      { bankDeg: above(60), verticalFpm: below(-1000), speedKtPerS: above(0.3), aboveWarningKt: above(0) },
    ],
    forS: 0.7,
    never: ['PULL', 'MORE POWER', ...FEET, 'ALTITUDE', 'HEADING'],
    says: 'Power back. Roll level. Ease out.',
    means: ['LESS POWER', 'ROLL', 'PULL'],
    safety: true,
  },
  {
    id: 'out-of-a-dive',
    when: { pitchDeg: below(-28), speedKtPerS: above(2), aboveWarningKt: above(5), yawDegPerS: below(20) },
    never: ['PUSH', 'MORE POWER', ...FEET],
    forS: 0.5,
    says: 'Rudder neutral. Ease out.',
    means: ['WAIT', 'PULL'],
    safety: true,
  },
  {
    id: 'nose-high',
    when: { pitchDeg: above(25), speedKtPerS: below(-0.5) },
    forS: 0.3,
    never: ['PULL', 'LESS POWER', 'ROLL'],
    says: 'Nose down. Power.',
    means: ['PUSH', 'MORE POWER'],
    safety: true,
  },
  {
    id: 'flaps-beyond-limit',
    when: { overFlapLimitKt: above(1) },
    forS: 0.5,
    never: ['FLAPS OUT', 'MORE POWER', 'PUSH'],
    says: 'Power back. Slow down.',
    means: ['LESS POWER', 'WAIT'],
    safety: true,
  },
  {
    id: 'floor-near',
    when: [
      { toFloorS: below(6), verticalFpm: below(-200) },
      { aboveFloorFt: below(-30), verticalFpm: below(-200) },
    ],
    forS: 0.5,
    never: ['LESS POWER', 'GOOD'],
    says: 'Stop here. Recover.',
    means: ['WAIT', 'RECOVER'],
    safety: true,
  },
  {
    id: 'below-floor',
    during: ['ready', 'settle'],
    when: { aboveFloorFt: below(-50), verticalFpm: between(-200, 150) },
    forS: 3,
    never: ['LESS POWER', 'GOOD'],
    says: 'Below the floor. Climb first.',
    means: ['RECOVER'],
  },
];

/** Before and after: whoever begins in a hurry flies the rest in a hurry, and it is not over before it is settled. */
export const AROUND: readonly Situation[] = [
  {
    id: 'not-settled',
    during: ['settle'],
    when: { verticalFpm: above(280), altitudeOffFt: above(20), inStepS: above(5) },
    forS: 1,
    never: ['PULL', 'MORE POWER'],
    says: 'Level now. Settle.',
    means: ['ALTITUDE'],
  },
  {
    id: 'not-steady',
    during: ['ready'],
    when: [
      { verticalFpm: above(280), altitudeUsed: between(-1.5, 3) },
      { verticalFpm: below(-280), altitudeUsed: between(-3, 1.5) },
    ],
    forS: 4,
    never: [],
    says: 'Steady first.',
    means: ['WAIT'],
  },
  {
    id: 'no-look',
    during: ['ready'],
    when: { unclearedS: above(150) },
    never: [],
    says: 'Look round before you begin.',
    means: ['LOOK'],
    prompt: true,
  },
];
