/** What the coach knows of slipping descents in a turn: the ball is out on purpose, to the low side, and the speed watched. */

import { FEET } from '../../kits/coach/meaning.ts';
import type { CoachPart, Situation } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { bank, tooSoonOut } from '../../kits/turns/coach.ts';
import { fast, slantedTurnSteps } from '../../kits/turns/coach-slanted.ts';
import { turnBegan } from '../../kits/turns/watches.ts';

const TURN = ['roll-in', 'established'];

const SITUATIONS: readonly Situation[] = [
  {
    id: 'foot-on-the-wrong-side',
    during: ['established'],
    when: { ballLowG: below(-0.05) },
    forS: 0.8,
    never: ['PULL', 'STEEP'],
    says: 'Other foot. Ball to the low side.',
    means: ['FEET'],
  },
  {
    id: 'tightening-and-slow',
    during: [...TURN, 'roll-out'],
    when: { speedUsed: below(-0.75) },
    forS: 0.8,
    never: ['PULL', ...FEET, 'STEEP', 'ALTITUDE'],
    says: 'Lower the nose. Less bank.',
    means: ['PUSH', 'SHALLOW'],
  },
  fast(TURN, 0.7),
  {
    id: 'little-slip',
    during: ['established'],
    when: { ballLowG: between(-0.03, 0.045), inStepS: above(7), speedUsed: above(-0.5) },
    forS: 2.5,
    never: ['PULL'],
    says: 'More rudder, if slipping is allowed.',
    means: ['FEET'],
  },
  {
    id: 'slip-kept',
    during: ['roll-out', 'settle'],
    when: [{ ballRightG: above(0.06) }, { ballRightG: below(-0.06) }],
    forS: 4,
    never: [],
    says: 'Slip out. Ball in the middle.',
    means: ['FEET'],
  },
  {
    id: 'descending-as-meant',
    during: TURN,
    when: { speedUsed: between(-0.5, 0.7) },
    never: ['ALTITUDE', 'PULL', 'MORE POWER'],
  },
];

export const slippingDescentTurnCoach: CoachPart = {
  startRow: turnBegan,
  steps: (card) => slantedTurnSteps(card, 'down'),
  situations: () => [...SITUATIONS, ...bank(5), tooSoonOut],
};
