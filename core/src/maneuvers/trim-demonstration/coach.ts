/** What the coach says of the trim demonstration: hands off, and wait. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { above, below } from '../../kits/coach/sign.ts';
import { ready, settle } from '../../kits/coach/steps.ts';

export const trimDemonstrationCoach: CoachPart = {
  steps(card) {
    const kias = card.entry.airspeedKias ?? undefined;
    const added = card.variant === 'power-added';
    return [
      ready(added ? { verticalFpm: above(200) } : { verticalFpm: below(-200) }, {
        altitude: 'entry',
        heading: 'entry',
        kias,
      }),
      {
        id: 'swinging',
        phase: 'established',
        name: 'It swings by itself',
        does: 'Hands off. Watch the speed come back.',
        means: ['WAIT'],
        done: added
          ? { inStepS: above(40), verticalFpm: below(80) }
          : { inStepS: above(40), verticalFpm: above(-80) },
        forS: 3,
        withinS: 140,
        wrong: 'A hand helps, and nothing is seen',
        aims: {},
      },
      settle({}, { withinS: 40 }),
    ];
  },
  situations: () => [
    {
      id: 'wing-low',
      during: ['established'],
      when: [{ bankDeg: above(12) }],
      forS: 1,
      never: ['PULL', 'PUSH', 'TRIM'],
      says: 'Wings level. Nothing in pitch.',
      means: ['ROLL'],
    },
  ],
};
