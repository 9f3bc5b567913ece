/** What is said in climbs and descents: the speed by the nose, and leave the way up or down alone. */
import type { TargetCard } from '../../card/card.ts';
import type { Situation, Step } from '../coach/part.ts';
import { above, below, between } from '../coach/sign.ts';
import { ready, settle } from '../coach/steps.ts';
import { ball } from '../turns/coach.ts';

const UNDER_WAY = ['established'];

const offThePoint: Situation = {
  id: 'off-the-point',
  during: UNDER_WAY,
  when: [{ headingOffDeg: above(6) }, { headingOffDeg: below(-6) }],
  forS: 1.5,
  never: [],
  says: 'Back to the point.',
  means: ['HEADING'],
};

/** It goes on past the altitude that it was to level off at. */
const pastTheAltitude: Situation = {
  id: 'past-the-altitude',
  during: ['level-off', 'settle'],
  when: [
    { gainedFt: above(60), verticalFpm: above(250), inStepS: above(4) },
    { gainedFt: below(-60), verticalFpm: below(-250), inStepS: above(4) },
  ],
  forS: 1,
  never: [],
  says: 'Level now.',
  means: ['ALTITUDE'],
  once: true,
};

export const climbSituations: readonly Situation[] = [
  {
    id: 'slow',
    during: UNDER_WAY,
    when: { speedUsed: below(-0.6) },
    forS: 1,
    never: ['PULL', 'LESS POWER'],
    says: 'Lower the nose.',
    means: ['PUSH'],
  },
  {
    id: 'fast',
    during: UNDER_WAY,
    when: { speedUsed: above(0.7), inStepS: above(15) },
    forS: 2,
    never: ['PUSH'],
    says: 'Raise the nose a little.',
    means: ['PULL'],
  },
  {
    id: 'climbing-as-meant',
    during: UNDER_WAY,
    when: { verticalFpm: above(150), speedUsed: between(-0.6, 1) },
    never: ['ALTITUDE', 'PUSH', 'LESS POWER'],
  },
  {
    id: 'below-cruise',
    during: ['level-off', 'settle'],
    when: { slowedKt: above(6), verticalFpm: between(-200, 400), inStepS: between(2, 12) },
    forS: 1,
    never: ['LESS POWER first', 'PULL'],
    says: 'Level. Let it accelerate.',
    means: ['WAIT'],
    prompt: true,
  },
  offThePoint,
  pastTheAltitude,
  ...ball(UNDER_WAY),
];

export const descentSituations: readonly Situation[] = [
  {
    id: 'descending-as-meant',
    during: UNDER_WAY,
    when: { verticalFpm: below(-150), speedUsed: between(-0.7, 0.6) },
    never: ['ALTITUDE', 'PULL', 'MORE POWER'],
  },
  {
    id: 'fast',
    during: UNDER_WAY,
    when: { speedUsed: above(0.6) },
    forS: 1.5,
    never: ['PUSH', 'MORE POWER'],
    says: 'Raise the nose a little.',
    means: ['PULL'],
  },
  {
    id: 'slow',
    during: UNDER_WAY,
    when: { speedUsed: below(-0.6) },
    forS: 1,
    never: ['PULL', 'LESS POWER'],
    says: 'Lower the nose.',
    means: ['PUSH'],
  },
  offThePoint,
  pastTheAltitude,
  ...ball(UNDER_WAY),
];

export function verticalSteps(card: TargetCard, way: 'up' | 'down'): Step[] {
  const kias = card.entry.airspeedKias ?? undefined;
  const up = way === 'up';
  return [
    ready(
      up
        ? { verticalFpm: above(250), gainedFt: above(15) }
        : { verticalFpm: below(-250), gainedFt: below(-15) },
      { altitude: 'entry', heading: 'entry' },
      { forS: 1 },
    ),
    {
      id: 'established',
      name: up ? 'The climb' : 'The descent',
      does: up ? 'Nose up, full throttle. Look under it.' : 'Throttle back; nose; trim. Look below.',
      means: up ? ['PULL', 'MORE POWER', 'LOOK'] : ['LESS POWER', 'TRIM', 'LOOK'],
      done: up
        ? { verticalFpm: below(250), inStepS: above(12) }
        : { verticalFpm: above(-200), inStepS: above(12) },
      forS: 1,
      withinS: 180,
      wrong: 'The nose is held where the climb looks right, and the speed goes',
      aims: { kias, heading: 'entry' },
    },
    {
      id: 'level-off',
      name: 'Levelling off',
      does: up ? 'Nose to the horizon; let it accelerate.' : 'Nose to the horizon, power for level.',
      means: ['WAIT'],
      done: { verticalFpm: between(-200, 200), inStepS: above(4) },
      forS: 3,
      withinS: 25,
      wrong: 'The altitude is passed, then chased',
      aims: {},
    },
    settle({}),
  ];
}
