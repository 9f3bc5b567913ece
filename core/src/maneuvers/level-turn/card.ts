/** The card of level turns. */

import type { Card } from '../../kits/attempt/room.ts';
import { heldLevel, MEDIUM_BANK_DEG } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';

export const levelTurnCard: Card = {
  heeds: ['entrySpeed'],
  turnsByHeading: true,
  lossFt: 150,
  gainFt: 150,
  picture: turnPicture(),
  travels: false,
  minutes: () => 3,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? MEDIUM_BANK_DEG;
    return {
      ...heldLevel(day, bankDeg),
    };
  },
};
