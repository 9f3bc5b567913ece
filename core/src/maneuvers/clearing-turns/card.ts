/** The card of the turns that clear the area. */

import { powerFor, tasKtOf } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { MEDIUM_BANK_DEG } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { bankForTurnRateDeg } from '../../mechanics/turning.ts';

const STANDARD_RATE_DEG_PER_S = 3;

export const clearingTurnsCard: Card = {
  heeds: ['clearingMethod', 'clearingFirst', 'clearingWhen', 'entrySpeed'],
  turnsByHeading: true,
  lossFt: 100,
  gainFt: 100,
  picture: turnPicture(90),
  travels: false,
  minutes: ({ clearingMethod }) => (clearingMethod === 'one-360' ? 2 : 1.2),
  fly(day) {
    const speed = practiceSpeed(day, MEDIUM_BANK_DEG);
    const tas = speed.kias === null ? null : tasKtOf(day, speed.kias);
    const bankDeg =
      day.input.bankDeg ?? (tas === null ? 15 : Math.round(bankForTurnRateDeg(STANDARD_RATE_DEG_PER_S, tas)));
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level),
      figures: [figure('rate', STANDARD_RATE_DEG_PER_S, '°/s')],
    };
  },
};
