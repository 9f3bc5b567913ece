/** The card of rolls about a point. */

import { powerFor } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { MEDIUM_BANK_DEG } from '../../kits/turns/card.ts';
import { rollsPicture } from './picture.ts';

export const coordinationRollsCard: Card = {
  heeds: ['entrySpeed'],
  turnsByHeading: true,
  lossFt: 100,
  gainFt: 100,
  picture: rollsPicture,
  travels: true,
  minutes: () => 1.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? 20;
    const speed = practiceSpeed(day, MEDIUM_BANK_DEG);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level),
      figures: [figure('heading', 5, '°')],
    };
  },
};
