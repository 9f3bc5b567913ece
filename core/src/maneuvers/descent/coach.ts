/** What the coach knows of descents. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { descentSituations, verticalSteps } from '../../kits/straight/coach.ts';

export const descentCoach: CoachPart = {
  steps: (card) => verticalSteps(card, 'down'),
  situations: () => descentSituations,
};
