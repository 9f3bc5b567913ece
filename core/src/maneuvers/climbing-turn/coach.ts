/** What the coach knows of climbing turns. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { adverseYaw, ball, bank, pastTheHeading, TURNING, tooSoonOut } from '../../kits/turns/coach.ts';
import { climbingSituations, slantedTurnSteps } from '../../kits/turns/coach-slanted.ts';

const BANK_OFF_DEG = 5;

export const climbingTurnCoach: CoachPart = {
  steps: (card) => slantedTurnSteps(card, 'up'),
  situations: () => [
    ...climbingSituations,
    adverseYaw,
    ...bank(BANK_OFF_DEG),
    ...ball(TURNING),
    tooSoonOut,
    pastTheHeading,
  ],
};
