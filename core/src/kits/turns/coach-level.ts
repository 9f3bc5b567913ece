/** What the coach knows of a turn that holds its altitude. */

import type { CoachPart } from '../coach/part.ts';
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
} from './coach.ts';
import { turnBegan } from './watches.ts';

/** `bankOffDeg`: how far the bank may be off before a word is said. */
export const levelTurnCoach = (bankOffDeg: number): CoachPart => ({
  startRow: turnBegan,
  steps: (card) => turnSteps(card, { altitude: 'entry', kias: card.entry.airspeedKias ?? undefined }),
  situations: () => [
    adverseYaw,
    ...levelTurnAltitude(bankOffDeg),
    ...bank(bankOffDeg),
    ...ball(TURNING),
    tooSoonOut,
    pastTheHeading,
    pullAtRollOut,
  ],
});
