/** What the coach knows of standard-rate turns: what it knows of a level one, the bank held closer. */
import type { CoachPart } from '../../kits/coach/part.ts';
import {
  adverseYaw,
  ball,
  bank,
  levelTurnAltitude,
  pastTheHeading,
  pullAtRollOut,
  TURNING,
  tooSoonOut,
  turnSteps,
} from '../../kits/turns/coach.ts';

const BANK_OFF_DEG = 4;

export const standardRateTurnCoach: CoachPart = {
  steps: (card) => turnSteps(card, { altitude: 'entry', kias: card.entry.airspeedKias ?? undefined }),
  situations: () => [
    adverseYaw,
    ...levelTurnAltitude(BANK_OFF_DEG),
    ...bank(BANK_OFF_DEG),
    ...ball(TURNING),
    tooSoonOut,
    pastTheHeading,
    pullAtRollOut,
  ],
};
