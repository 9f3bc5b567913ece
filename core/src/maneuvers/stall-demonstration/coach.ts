/** What the coach says beside a shown stall: little. The instructor flies and speaks; safety is heard as always. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { above, below } from '../../kits/coach/sign.ts';
import { settle } from '../../kits/coach/steps.ts';
import { STALL_WITHOUT } from '../../kits/stalls/coach.ts';
import { BACK_UP, stallReady } from '../../kits/stalls/coach-steps.ts';

export const stallDemonstrationCoach: CoachPart = {
  steps: () => [
    stallReady(),
    {
      id: 'shown',
      name: 'Shown',
      does: 'Instructor flies. Watch the ball, the nose.',
      means: ['LOOK'],
      // One that cost no height ends level, the power of cruise back in.
      done: [
        { lever: above(0.8), verticalFpm: above(0) },
        { lever: above(0.45), bankDeg: below(8), inStepS: above(12) },
      ],
      forS: 1,
      withinS: 120,
      wrong: 'Watched inside, and not outside',
      aims: {},
      busy: true,
      blank: true,
    },
    { ...BACK_UP, withinS: 150 },
    settle({ altitude: 'entry' }, { withinS: 40 }),
  ],
  situations: () => [],
  without: STALL_WITHOUT,
};
