/** What the coach knows of straight and level flight: the trade between height and speed, and power for what is lost. */
import type { CoachPart, Situation } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { ready } from '../../kits/coach/steps.ts';
import { ball } from '../../kits/turns/coach.ts';

const HELD = ['established'];

const SITUATIONS: readonly Situation[] = [
  {
    id: 'chasing',
    during: HELD,
    when: { reversals: above(4) },
    never: ['ALTITUDE', 'FIGURE', 'TRIM'],
    says: 'Set the attitude. Wait.',
    means: ['WAIT'],
  },
  {
    id: 'trimmed-too-soon',
    during: HELD,
    when: [{ speedKtPerS: above(0.5) }, { speedKtPerS: below(-0.5) }],
    never: ['TRIM'],
  },
  {
    id: 'waving',
    during: HELD,
    when: { waves: above(2), reversals: below(3.5) },
    forS: 1,
    never: ['TRIM'],
    says: 'Hold it. Trim when settled.',
    means: ['WAIT'],
  },
  {
    id: 'low-and-slow',
    during: HELD,
    when: { altitudeUsed: below(-0.5), speedUsed: below(-0.4) },
    forS: 1,
    never: ['PULL alone', 'LESS POWER'],
    says: 'Power, then the nose.',
    means: ['MORE POWER', 'PULL'],
  },
  {
    id: 'high-and-fast',
    during: HELD,
    when: { altitudeUsed: above(0.5), speedUsed: above(0.4) },
    forS: 1,
    never: ['MORE POWER', 'PULL'],
    says: 'A little less power.',
    means: ['LESS POWER'],
  },
  {
    id: 'low-and-fast',
    during: HELD,
    when: { altitudeUsed: below(-0.5), speedUsed: above(0.4) },
    forS: 1,
    never: ['MORE POWER', 'LESS POWER', 'PUSH'],
    says: 'Raise the nose a little.',
    means: ['PULL'],
  },
  {
    id: 'high-and-slow',
    during: HELD,
    when: { altitudeUsed: above(0.5), speedUsed: below(-0.4) },
    forS: 1,
    never: ['MORE POWER', 'LESS POWER', 'PULL'],
    says: 'Lower the nose a little.',
    means: ['PUSH'],
  },
  {
    id: 'off-altitude',
    during: HELD,
    when: [
      { altitudeUsed: above(0.55), speedUsed: between(-0.5, 0.5), reversals: below(2.5) },
      { altitudeUsed: below(-0.55), speedUsed: between(-0.5, 0.5), reversals: below(2.5) },
    ],
    forS: 2.5,
    never: [],
    says: 'Back to the altitude, gently.',
    means: ['ALTITUDE'],
  },
  {
    id: 'off-the-point',
    during: HELD,
    when: [{ headingOffDeg: above(6) }, { headingOffDeg: below(-6) }],
    forS: 1.5,
    never: [],
    says: 'Back to the point.',
    means: ['HEADING'],
  },
  {
    id: 'speed-not-settled',
    during: HELD,
    when: [
      { speedUsed: above(0.45), altitudeUsed: between(-0.35, 0.35) },
      { speedUsed: below(-0.45), altitudeUsed: between(-0.35, 0.35) },
    ],
    forS: 3,
    never: [],
    says: 'Is the power set for this speed?',
    means: ['WAIT'],
  },
  ...ball(HELD),
];

export const straightAndLevelCoach: CoachPart = {
  steps(card) {
    const held = { altitude: 'entry', kias: card.entry.airspeedKias ?? undefined, heading: 'entry' } as const;
    return [
      ready({ inStepS: above(6) }, held, { forS: 0 }),
      {
        id: 'established',
        name: 'Straight and level',
        does: 'Nose to the horizon. A far point.',
        means: ['LOOK'],
        done: [{ inStepS: above(90) }, { bankDeg: above(15), inStepS: above(2) }],
        withinS: 120,
        wrong: 'The needles are chased instead of the attitude held',
        aims: held,
      },
    ];
  },
  situations: () => SITUATIONS,
};
