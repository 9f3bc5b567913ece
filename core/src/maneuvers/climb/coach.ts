/** What the coach knows of climbs. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { climbSituations, verticalSteps } from '../../kits/straight/coach.ts';

export const climbCoach: CoachPart = {
  steps: (card) => verticalSteps(card, 'up'),
  situations: () => climbSituations,
};
