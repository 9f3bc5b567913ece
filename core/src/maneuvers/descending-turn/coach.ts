/** What the coach knows of descending turns. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { adverseYaw, ball, bank, pastTheHeading, TURNING, tooSoonOut } from '../../kits/turns/coach.ts';
import { descendingSituations, slantedTurnSteps } from '../../kits/turns/coach-slanted.ts';

const BANK_OFF_DEG = 5;

export const descendingTurnCoach: CoachPart = {
  steps: (card) => slantedTurnSteps(card, 'down'),
  situations: () => [
    ...descendingSituations,
    adverseYaw,
    ...bank(BANK_OFF_DEG),
    ...ball(TURNING),
    tooSoonOut,
    pastTheHeading,
  ],
};
