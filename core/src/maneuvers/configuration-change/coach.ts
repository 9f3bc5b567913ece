/** What the coach knows of changes of speed and flaps: the altitude stays. */
import type { CoachPart, Situation } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { ready, settle } from '../../kits/coach/steps.ts';

const SITUATIONS: readonly Situation[] = [
  {
    id: 'ballooning',
    when: [
      { altitudeOffFt: above(25), sinceFlapsOutS: below(14), verticalFpm: above(150) },
      { verticalFpm: above(450), sinceFlapsOutS: below(10) },
    ],
    during: ['slowing', 'flaps-out'],
    forS: 0.3,
    never: ['PULL', 'FLAPS IN', 'TRIM'],
    says: 'Hold the nose down.',
    means: ['PUSH'],
  },
  {
    id: 'sinking-after-flaps-in',
    when: [
      {
        altitudeOffFt: below(-25),
        sinceFlapsInS: below(14),
        verticalFpm: below(-150),
        aboveWarningKt: above(5),
      },
      { verticalFpm: below(-450), sinceFlapsInS: below(10), aboveWarningKt: above(5) },
    ],
    during: ['flaps-out', 'flaps-in', 'settle'],
    forS: 0.3,
    never: ['PUSH', 'LESS POWER', 'FLAPS IN'],
    says: 'Hold the attitude.',
    means: ['WAIT'],
  },
  {
    id: 'too-fast-for-the-next',
    when: { overFlapLimitKt: between(-3, 1) },
    forS: 0.3,
    never: ['FLAPS OUT', 'MORE POWER', 'PUSH'],
    says: 'Slower before the next stage.',
    means: ['WAIT'],
    once: true,
  },
  {
    id: 'off-altitude',
    during: ['slowing', 'flaps-out', 'flaps-in', 'settle'],
    when: [
      { altitudeUsed: above(0.7), verticalFpm: above(-50), sinceFlapsOutS: above(14) },
      {
        altitudeUsed: below(-0.7),
        verticalFpm: below(50),
        sinceFlapsInS: above(14),
        aboveWarningKt: above(5),
      },
    ],
    forS: 2,
    never: [],
    says: 'Back to the altitude, gently.',
    means: ['ALTITUDE'],
  },
];

export const configurationChangeCoach: CoachPart = {
  steps(_card, airplane) {
    const stages = airplane.flaps.length;
    const held = { altitude: 'entry', heading: 'entry' } as const;
    return [
      ready([{ slowedKt: above(5) }, { flapStage: above(1) }], held),
      {
        id: 'slowing',
        name: 'Slowing down',
        does: 'Power back. Hold the altitude.',
        means: ['LESS POWER', 'ALTITUDE'],
        done: { flapStage: above(1) },
        withinS: 60,
        wrong: 'Flaps before the speed is below their limit',
        aims: held,
      },
      {
        id: 'flaps-out',
        name: 'Flaps out',
        does: 'A stage at a time; hold the nose.',
        means: ['FLAPS OUT', 'WAIT'],
        done: [
          { flapStage: above(stages), inStepS: above(20), sinceFlapsOutS: above(12) },
          { sinceFlapsInS: below(3) },
        ],
        withinS: 40 * stages,
        wrong: 'It rises as they go out',
        aims: held,
      },
      {
        id: 'flaps-in',
        name: 'Flaps in',
        does: 'In stage by stage; hold it up.',
        means: ['FLAPS IN', 'WAIT'],
        done: { flapStage: below(0) },
        withinS: 40 * stages,
        wrong: 'It sinks as they come in',
        aims: held,
      },
      settle(held, { done: { verticalFpm: between(-250, 250), slowedKt: below(8) }, withinS: 45 }),
    ];
  },
  situations: () => SITUATIONS,
};
