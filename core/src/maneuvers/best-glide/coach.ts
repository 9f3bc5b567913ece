/** What the coach knows of the glide: speed first, then the field, and nobody is told to hold the altitude. */
import type { CoachPart, Situation } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { ready } from '../../kits/coach/steps.ts';

const GLIDE = ['glide'];

const SITUATIONS: readonly Situation[] = [
  {
    id: 'at-its-floor',
    during: ['reaching', ...GLIDE],
    when: [
      { aboveFloorFt: below(60), verticalFpm: below(-100) },
      { toFloorS: below(5), verticalFpm: below(-100) },
    ],
    never: ['FLAPS IN first'],
    says: 'Go around. Full power.',
    means: ['RECOVER', 'MORE POWER'],
    safety: true,
  },
  {
    id: 'slow-to-reach',
    during: ['reaching'],
    when: { speedUsed: above(0.5), verticalFpm: below(-150) },
    forS: 0.5,
    never: ['PUSH', 'MORE POWER', 'FIGURE'],
    says: 'Hold level; let it slow.',
    means: ['WAIT'],
  },
  {
    id: 'still-fast',
    during: ['reaching'],
    when: { speedUsed: above(0.5) },
    never: ['PUSH', 'MORE POWER', 'FIGURE', 'GOOD'],
  },
  {
    id: 'slow',
    during: ['reaching', ...GLIDE],
    when: { speedUsed: below(-0.6) },
    forS: 0.8,
    never: ['PULL', 'MORE POWER', 'ALTITUDE', 'FLAPS OUT'],
    says: 'Lower the nose.',
    means: ['PUSH'],
  },
  {
    id: 'fast',
    during: GLIDE,
    when: { speedUsed: above(0.6) },
    forS: 1.5,
    never: ['MORE POWER', 'LESS POWER', 'PUSH'],
    says: 'Nose up a little.',
    means: ['PULL'],
  },
  {
    id: 'where-is-the-field',
    during: GLIDE,
    when: { inStepS: between(8, 12), speedUsed: between(-0.6, 0.6) },
    never: [],
    says: 'Where is your field?',
    means: ['LOOK'],
    prompt: true,
  },
  {
    id: 'the-drill',
    during: GLIDE,
    when: { inStepS: between(20, 25), speedUsed: between(-0.6, 0.6) },
    never: [],
    says: 'Touch it. Say it.',
    means: ['WAIT'],
    prompt: true,
  },
  {
    id: 'gliding-as-meant',
    during: GLIDE,
    when: { speedUsed: between(-0.6, 0.6) },
    never: ['ALTITUDE', 'MORE POWER', 'PULL'],
  },
];

export const bestGlideCoach: CoachPart = {
  steps(card) {
    const kias = card.entry.airspeedKias ?? undefined;
    return [
      ready({ lever: below(0.12) }, { altitude: 'entry', heading: 'entry' }, { forS: 0.3 }),
      {
        id: 'reaching',
        name: 'To the glide speed',
        does: 'Nose up to the glide; trim for it.',
        means: ['PULL', 'TRIM'],
        done: [{ speedOffKt: between(-6, 6) }, { inStepS: above(16) }],
        forS: 1,
        withinS: 20,
        wrong: 'The nose goes down at once, and the height with it',
        aims: { kias },
      },
      {
        id: 'glide',
        name: 'The glide',
        does: 'Hold the speed. Field, drill, call.',
        means: ['WAIT'],
        done: { lever: above(0.4) },
        forS: 0.5,
        withinS: 200,
        wrong: 'The nose is stretched toward the field',
        aims: { kias },
      },
      {
        id: 'power-again',
        phase: 'settle',
        name: 'Power again',
        does: 'Full power, climb, then clean up.',
        means: ['MORE POWER'],
        done: { verticalFpm: above(-150), inStepS: above(6) },
        forS: 3,
        withinS: 30,
        wrong: 'The glide goes below what was agreed',
        aims: {},
      },
    ];
  },
  situations: () => SITUATIONS,
  without: ['floor-near'],
};
