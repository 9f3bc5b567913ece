/** What is said in stalls, and never said: nobody is told to hold altitude, and nothing lifts a wing but what makes it fly. */

import type { Airplane } from '../../airplane/schema.ts';
import type { TargetCard } from '../../card/card.ts';
import { FEET, type Never } from '../coach/meaning.ts';
import type { Situation } from '../coach/part.ts';
import { above, below, between } from '../coach/sign.ts';

const BEFORE_IT = ['setup', 'descent'];
const TO_IT = ['pitch-up', 'cue', 'first-sign'];
const OUT_OF_IT = ['break', 'released', 'recovery'];
const AFTER_IT = ['climb', 'return'];

const UNTIL_THE_WING_FLIES: readonly Never[] = [
  'PULL',
  'ALTITUDE',
  'HEADING',
  'ROLL',
  'FLAPS IN',
  'TRIM',
  'FIGURE',
  'MORE POWER alone',
  'GOOD',
];

/** On the way to the stall. */
export function towardTheStall({ depth }: TargetCard): Situation[] {
  const full = depth !== 'first-indication';
  return [
    {
      id: 'as-briefed',
      during: BEFORE_IT,
      when: { inManeuverS: above(0) },
      never: ['ALTITUDE', 'PULL', 'MORE POWER', 'GOOD'],
    },
    {
      id: 'nothing-yet',
      during: ['pitch-up'],
      when: { inManeuverS: above(0) },
      never: ['PUSH', 'ALTITUDE', 'RECOVER', 'FIGURE', 'GOOD'],
    },
    {
      id: 'feet',
      during: TO_IT,
      when: [
        { bankDeg: between(7, 18), yawDegPerS: above(0.8) },
        { yawDegPerS: above(1.8), bankDeg: below(12) },
        { ballRightG: above(0.1) },
        { ballRightG: below(-0.1) },
      ],
      forS: 1.3,
      never: ['ROLL', 'HEADING alone'],
      says: 'Feet.',
      means: ['FEET'],
    },
    full
      ? {
          id: 'before-the-break',
          during: ['cue'],
          when: { inManeuverS: above(0) },
          never: ['RECOVER', 'PUSH', 'MORE POWER', 'GOOD'],
        }
      : {
          id: 'recover-now',
          during: ['first-sign'],
          when: { inManeuverS: above(0) },
          never: ['PULL', 'GOOD'],
          says: 'Recover.',
          means: ['RECOVER'],
          safety: true,
        },
  ];
}

/** In the break and out of it; `release only`: the power stays as it is. */
export const outOf = (releaseOnly = false): Situation[] => [
  {
    id: 'wing-drops',
    during: ['break', 'released', 'cue', 'first-sign'],
    when: { bankDeg: above(15), bankDegPerS: above(5), aboveWarningKt: below(8) },
    never: ['ROLL', 'PULL', 'HEADING', 'MORE POWER first'],
    says: 'Release. Opposite rudder.',
    means: ['PUSH', 'FEET'],
    safety: true,
  },
  {
    id: 'not-released',
    during: ['break'],
    when: { inStepS: above(0) },
    forS: 1.5,
    never: UNTIL_THE_WING_FLIES,
    says: 'Release.',
    means: ['PUSH'],
    safety: true,
  },
  {
    id: 'stalled-again',
    // One after another, the next one's warner is meant.
    during: releaseOnly ? ['recovery', 'climb'] : ['released', 'recovery', 'climb'],
    when: [{ soundsAnewS: above(0.7) }, { aboveStallKt: below(0), inStepS: above(2), pitchDeg: above(3) }],
    never: ['PULL', 'FLAPS IN', 'ALTITUDE', 'GOOD', 'ROLL'],
    says: 'Release again.',
    means: ['PUSH'],
    safety: true,
  },
  {
    id: 'out-of-a-dive',
    during: ['released', 'recovery', 'climb'],
    when: { pitchDeg: below(-19), speedKtPerS: above(0.5), aboveWarningKt: above(5), yawDegPerS: below(18) },
    forS: 0.3,
    never: ['PUSH', 'FLAPS IN'],
    says: 'Ease the nose up.',
    means: ['PULL'],
    safety: true,
  },
  {
    id: 'wings-remain',
    during: ['released', 'recovery'],
    when: { bankDeg: above(12), bankDegPerS: below(3), aboveWarningKt: above(3), yawDegPerS: below(14) },
    forS: 0.8,
    never: [...FEET, 'PULL'],
    says: 'Level the wings.',
    means: ['ROLL'],
  },
  ...(releaseOnly
    ? [
        {
          id: 'release-only',
          during: OUT_OF_IT,
          when: { inManeuverS: above(0) },
          never: ['MORE POWER', 'FLAPS IN', 'FLAPS OUT', 'ALTITUDE'] as const,
        },
      ]
    : [
        {
          id: 'no-power',
          during: ['released', 'recovery'],
          when: { lever: below(0.75), inStepS: above(2.5), aboveStallKt: above(2) },
          never: ['PULL', 'FLAPS IN', 'ALTITUDE'] as const,
          says: 'Full power.',
          means: ['MORE POWER'] as const,
        },
      ]),
];

/** After it: the climb at its speed, the flaps with the climb, and silence while it goes well. */
export function awayFrom(card: TargetCard, airplane: Airplane): Situation[] {
  const stages = airplane.flaps.length;
  const full = card.stage > 0 && card.stage === stages;
  return [
    {
      id: 'flaps-wait',
      during: ['released', 'recovery', 'climb'],
      // Down to the book's setting they may go with the power; beyond it they wait for the climb.
      when: [
        { sinceFlapsInS: below(4), verticalFpm: below(-250), flapStage: below(Math.max(0, card.stage - 2)) },
        {
          sinceFlapsInS: below(4),
          aboveVxKt: below(-4),
          verticalFpm: below(0),
          flapStage: below(Math.max(0, card.stage - 2)),
        },
      ],
      never: ['FLAPS IN', 'GOOD'],
      says: 'Flaps wait.',
      means: ['WAIT'],
    },
    {
      id: 'all-flaps-at-once',
      during: ['released', 'recovery', ...AFTER_IT],
      when: { stagesAtOnce: above(2) },
      never: ['FLAPS IN'],
      says: 'Flaps: one stage at a time.',
      means: ['WAIT'],
      once: true,
    },
    ...(full
      ? [
          {
            id: 'first-stage',
            during: ['recovery'],
            when: { lever: above(0.8), flapStage: above(stages), warnerS: below(0), inStepS: above(1) },
            never: [] as const,
            says: 'First stage.',
            means: ['FLAPS IN'] as const,
            prompt: true as const,
          },
        ]
      : []),
    {
      id: 'slower-than-best-angle',
      during: AFTER_IT,
      when: { aboveVxKt: below(-4) },
      forS: 1,
      never: ['PULL', 'FLAPS IN', 'LESS POWER'],
      says: 'Lower the nose a little.',
      means: ['PUSH'],
    },
    {
      id: 'climbing-as-meant',
      during: AFTER_IT,
      when: { aboveVxKt: between(-4, 25), verticalFpm: above(100) },
      never: ['ALTITUDE', 'PUSH', 'LESS POWER'],
    },
  ];
}

/** A nose that went down before anything had spoken: nothing was stalled. */
export const noStallYet: Situation = {
  id: 'no-stall',
  during: ['pitch-up', 'cue', 'released'],
  when: { pitchDegPerS: below(-2.5), aboveStallKt: above(3), stickBack: below(0.1), sinceBreakS: above(20) },
  forS: 0.2,
  never: [],
  says: 'No stall yet. Climb, try again.',
  means: ['WAIT'],
  once: true,
};

/** General situations that a stall has in its own way. */
export const STALL_WITHOUT = ['near-stall', 'nose-high', 'out-of-a-dive'];
