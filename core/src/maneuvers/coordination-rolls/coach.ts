/** What the coach knows of rolls about a point. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { above, below } from '../../kits/coach/sign.ts';
import { ready, settle } from '../../kits/coach/steps.ts';

export const coordinationRollsCoach: CoachPart = {
  steps: (card) => [
    ready({ bankDeg: above(8) }, { altitude: 'entry', heading: 'entry' }),
    {
      id: 'rolls',
      name: 'Rolling about the point',
      does: 'Aileron and rudder together; nose on the point.',
      means: ['ROLL', 'FEET'],
      done: { bankDeg: below(4), inStepS: above(8) },
      forS: 4,
      withinS: 90,
      wrong: 'The nose swings away from the roll first',
      aims: { altitude: 'entry', heading: 'entry', kias: card.entry.airspeedKias ?? undefined },
    },
    settle({ altitude: 'entry' }),
  ],
  situations: () => [
    {
      id: 'nose-swings-back',
      during: ['ready', 'rolls'],
      when: { swingAgainstDeg: above(1.3), bankDegPerS: above(2) },
      forS: 0.15,
      never: ['ROLL', 'STEEP'],
      says: 'Rudder with the roll.',
      means: ['FEET'],
    },
    {
      id: 'off-the-point',
      during: ['rolls'],
      when: [{ headingOffDeg: above(9) }, { headingOffDeg: below(-9) }],
      forS: 1.5,
      never: [],
      says: 'Back to the point.',
      means: ['HEADING'],
    },
    {
      id: 'off-altitude',
      during: ['rolls'],
      when: [{ altitudeUsed: above(0.8) }, { altitudeUsed: below(-0.8) }],
      forS: 2,
      never: [],
      says: 'Back to the altitude, gently.',
      means: ['ALTITUDE'],
    },
  ],
};
