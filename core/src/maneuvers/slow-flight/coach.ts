/** What the coach knows of slow flight: speed by the nose, height by the power, and the warner heeded. */
import type { TargetCard } from '../../card/card.ts';
import type { CoachPart, Situation, Step } from '../../kits/coach/part.ts';
import { NEAR_STALL } from '../../kits/coach/safety.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { ready, settle } from '../../kits/coach/steps.ts';
import { powerCutRow } from '../../signals/power.ts';
import { TRANSITION } from './transition.ts';

const SLOWING = ['slowing'];
const SLOW = ['established'];
/** The speed is right within this, kt. */
const RIGHT_KT = 4.5;
const FAST_KT = 7;

/** Slow flight is not left on the way to landing flaps: it is there first. */
const CLEAN_FIRST: Step = {
  id: 'clean-first',
  phase: 'slowing',
  of: 'entry',
  name: 'Slow and clean',
  does: 'Slow and clean: hold it. Then flaps.',
  means: ['WAIT', 'ALTITUDE'],
  done: { flapStage: above(1) },
  withinS: 60,
  wrong: 'The flaps go out before it is slow',
  aims: { altitude: 'entry' },
};

function steps(card: TargetCard): Step[] {
  const { stage } = card;
  const kias = card.entry.airspeedKias ?? card.stallKias.level * 1.15;
  const held = { altitude: 'entry', kias } as const;
  const flaps: Step[] =
    stage === 0
      ? []
      : [
          {
            id: 'flaps',
            phase: 'slowing',
            of: 'entry',
            name: 'Flaps out',
            does: 'Flaps a stage at a time; hold altitude.',
            means: ['FLAPS OUT', 'ALTITUDE'],
            done: { flapStage: above(stage), sinceFlapsOutS: above(2) },
            withinS: 60,
            wrong: 'It rises as they go out',
            aims: { altitude: 'entry' },
            busy: true,
          },
        ];
  return [
    ready([{ powerTakenOff: above(0.12), lever: below(0.45) }, { slowedKt: above(9) }], {
      altitude: 'entry',
      heading: 'entry',
    }),
    {
      id: 'slowing',
      phase: 'slowing',
      of: 'entry',
      name: 'Slowing down',
      does: 'Power back; raise the nose as it slows.',
      means: ['LESS POWER', 'PULL'],
      done:
        stage === 0
          ? { aboveWarningKt: below(14) }
          : [{ flapStage: above(1) }, { aboveWarningKt: below(14) }],
      withinS: 60,
      wrong: 'It sinks, because the nose comes up late',
      aims: { altitude: 'entry' },
    },
    ...(card.variant === TRANSITION ? [CLEAN_FIRST] : []),
    ...flaps,
    {
      id: 'arriving',
      phase: 'slowing',
      of: 'entry',
      name: 'Power up to hold it',
      does: 'Power up before it sinks; trim.',
      means: ['MORE POWER', 'TRIM'],
      done: [
        { speedOffKt: between(-FAST_KT, FAST_KT), verticalFpm: between(-300, 300) },
        { inStepS: above(20) },
      ],
      forS: 3,
      withinS: 30,
      wrong: 'The power comes late, and it sinks',
      aims: held,
    },
    {
      id: 'established',
      phase: 'established',
      name: 'Slow flight',
      does: 'Nose for the speed, throttle for height.',
      means: ['WAIT'],
      // Steady at a speed is slow flight, though it be too fast.
      begun: {
        speedKtPerS: between(-0.25, 0.25),
        verticalFpm: between(-200, 200),
        slowedKt: above(8),
        inStepS: above(16),
        ...(stage > 0 && { flapStage: above(stage) }),
      },
      done: [
        { lever: above(0.95), speedOffKt: above(2) },
        { lever: above(0.95), verticalFpm: above(200) },
        { speedOffKt: above(14), speedKtPerS: above(0.3), lever: above(0.7) },
      ],
      forS: 1,
      withinS: 300,
      wrong: 'Height is chased with the nose',
      aims: held,
    },
    {
      id: 'recovery',
      phase: 'recovery',
      name: 'Recovery',
      does: 'Full power, nose down, then flaps by stages.',
      means: ['MORE POWER', 'PUSH', 'WAIT'],
      done: stage > 0 ? { flapStage: below(0), slowedKt: below(12) } : { slowedKt: below(10) },
      withinS: 60,
      wrong: 'The nose stays high, and it climbs',
      aims: { altitude: 'entry' },
      busy: true,
    },
    settle({ altitude: 'entry' }, { withinS: 40 }),
  ];
}

const sounding = (card: TargetCard): Situation =>
  card.slowSpeed === 'warning-sounding'
    ? {
        // The school flies it so: nobody calls that a warning.
        id: 'warner-as-briefed',
        during: SLOW,
        when: { warnerS: above(0.1), aboveStallKt: above(1) },
        never: ['PUSH', 'WAIT'],
      }
    : {
        id: 'warner',
        during: [...SLOWING, ...SLOW, 'recovery'],
        when: { warnerS: above(1) },
        never: ['PULL', 'STEEP', 'LESS POWER', 'ROLL', 'FLAPS IN', 'ALTITUDE', 'GOOD'],
        says: 'Ease it forward. Power.',
        means: ['PUSH', 'MORE POWER'],
        safety: true,
      };

const situations = (card: TargetCard): Situation[] => [
  sounding(card),
  { ...NEAR_STALL, during: ['ready', 'settle'], when: { warnerS: above(1) }, forS: 0 },
  {
    id: 'all-flaps-at-once',
    during: [...SLOWING, 'recovery'],
    when: { stagesAtOnce: above(2) },
    never: ['FLAPS OUT', 'FLAPS IN'],
    says: 'One stage at a time.',
    means: ['WAIT'],
    once: true,
  },
  {
    id: 'rising-with-flaps',
    during: SLOWING,
    when: [
      { altitudeOffFt: above(40), verticalFpm: above(100) },
      { verticalFpm: above(400), sinceFlapsOutS: below(10) },
    ],
    forS: 0.3,
    never: ['PULL', 'FLAPS IN', 'TRIM', 'MORE POWER'],
    says: 'Hold the altitude; do not let it rise.',
    means: ['ALTITUDE'],
  },
  {
    id: 'sinking-while-slowing',
    during: SLOWING,
    when: { altitudeOffFt: below(-35), verticalFpm: below(-100), aboveWarningKt: above(10) },
    forS: 0.5,
    never: ['PUSH', 'LESS POWER'],
    says: 'Raise the nose as it slows.',
    means: ['PULL'],
  },
  {
    id: 'sinking-and-slow-already',
    during: SLOWING,
    when: { altitudeOffFt: below(-30), verticalFpm: below(-120), aboveWarningKt: below(10) },
    forS: 0.5,
    never: ['PULL', 'LESS POWER', 'STEEP', 'TRIM', 'FLAPS IN'],
    says: 'Power.',
    means: ['MORE POWER'],
  },
  {
    id: 'still-fast',
    during: SLOWING,
    when: { aboveWarningKt: above(15) },
    never: ['PUSH', 'MORE POWER', 'GOOD'],
  },
  {
    id: 'slow-and-sinking',
    during: SLOW,
    when: { speedOffKt: below(-RIGHT_KT), verticalFpm: below(-150) },
    forS: 0.5,
    never: ['PULL', 'LESS POWER', 'FLAPS IN', 'ALTITUDE'],
    says: 'Nose down. Power.',
    means: ['PUSH', 'MORE POWER'],
  },
  {
    id: 'slow',
    during: SLOW,
    when: { speedOffKt: below(-RIGHT_KT), verticalFpm: above(-150) },
    forS: 0.8,
    never: ['PULL', 'LESS POWER', 'FLAPS IN'],
    says: 'Lower the nose.',
    means: ['PUSH'],
  },
  {
    id: 'sinking-in-a-turn',
    during: SLOW,
    when: {
      altitudeUsed: below(-0.35),
      verticalFpm: below(-80),
      bankDeg: above(6),
      speedOffKt: above(-RIGHT_KT),
    },
    forS: 0.5,
    never: ['PULL', 'STEEP', 'LESS POWER'],
    says: 'A little power.',
    means: ['MORE POWER'],
  },
  {
    id: 'sinking',
    during: SLOW,
    when: {
      altitudeUsed: below(-0.4),
      verticalFpm: below(-80),
      speedOffKt: between(-RIGHT_KT, FAST_KT),
      bankDeg: below(6),
    },
    forS: 0.8,
    never: ['PULL', 'LESS POWER', 'STEEP', 'TRIM', 'FLAPS IN'],
    says: 'Power.',
    means: ['MORE POWER'],
  },
  {
    id: 'high',
    during: SLOW,
    when: { altitudeUsed: above(0.6), speedOffKt: between(-RIGHT_KT, FAST_KT), verticalFpm: above(-100) },
    forS: 1,
    never: ['PUSH', 'MORE POWER'],
    says: 'A little less power.',
    means: ['LESS POWER'],
  },
  {
    id: 'fast',
    during: SLOW,
    when: { speedOffKt: above(FAST_KT + 1), verticalFpm: above(-200), lever: below(0.85) },
    forS: 1.5,
    never: ['PUSH', 'MORE POWER'],
    says: 'Nose up, less power.',
    means: ['PULL', 'LESS POWER'],
  },
  {
    id: 'nose-left',
    during: SLOW,
    when: { turnDegPerS: below(-0.45), bankDeg: below(6) },
    forS: 2.5,
    never: ['ROLL', 'LEFT FOOT'],
    says: 'Right foot.',
    means: ['RIGHT FOOT'],
  },
  {
    id: 'ball-right',
    during: [...SLOW, 'recovery'],
    when: { ballRightG: above(0.06) },
    forS: 1.5,
    never: ['LEFT FOOT', 'ROLL'],
    says: 'Right foot.',
    means: ['RIGHT FOOT'],
  },
  {
    id: 'too-much-bank',
    during: SLOW,
    when: { bankDeg: above(Math.max(18, card.bankDeg + 4)) },
    forS: 0.7,
    never: ['STEEP', 'PULL'],
    says: 'Less bank.',
    means: ['SHALLOW'],
  },
  {
    id: 'carrying-the-load',
    during: SLOW,
    when: {
      elevator: above(0.15),
      speedKtPerS: between(-0.4, 0.4),
      speedOffKt: between(-RIGHT_KT, FAST_KT),
      inStepS: above(8),
    },
    forS: 6,
    never: [],
    says: 'Now trim.',
    means: ['TRIM'],
  },
  {
    id: 'climbing-out',
    during: ['recovery', 'settle'],
    when: [
      { verticalFpm: above(300), altitudeOffFt: above(15) },
      { altitudeOffFt: above(60), verticalFpm: above(100) },
    ],
    forS: 0.5,
    never: ['STEEP', 'LESS POWER', 'PULL'],
    says: 'Nose down. Hold level.',
    means: ['PUSH', 'ALTITUDE'],
  },
  {
    id: 'flaps-wait',
    during: ['recovery'],
    when: { verticalFpm: below(-250), flapStage: above(1) },
    forS: 0.5,
    never: ['FLAPS IN', 'LESS POWER'],
    says: 'Flaps wait.',
    means: ['WAIT'],
  },
];

export const slowFlightCoach: CoachPart = {
  steps,
  situations,
  startRow: powerCutRow,
  without: [NEAR_STALL.id],
};
