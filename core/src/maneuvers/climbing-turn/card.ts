/** The card of climbing turns. */

import { atWeightKias } from '../../card/day.ts';
import { bookSpeed, climbAt, figure, fullThrottle } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { CLIMBING_BANK_DEG } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';

export const climbingTurnCard: Card = {
  heeds: ['changeOrder'],
  turnsByHeading: true,
  lossFt: 100,
  gainFt: 700,
  picture: turnPicture(),
  travels: false,
  minutes: () => 2.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? CLIMBING_BANK_DEG;
    const vy = day.airplane.vyKias;
    const speed = bookSpeed(
      day,
      vy === undefined ? 1.5 * day.airplane.vs1Kias : atWeightKias(day, vy),
      { code: vy === undefined ? 'best-rate-from-stall' : 'best-rate' },
      { bankDeg },
    );
    const climb = speed.kias === null ? null : climbAt(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: fullThrottle(day, speed.kias),
      figures: climb ? [figure('climb-in-turn', climb.fpm, 'ft/min', { from: climb.from })] : [],
    };
  },
};
