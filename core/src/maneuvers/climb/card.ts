/** The card of climbs. */

import { atWeightKias } from '../../card/day.ts';
import { bookSpeed, climbAt, figure, fullThrottle } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { levelOffPicture } from '../../kits/straight/level-off.ts';
import { roundTo } from '../../units/numbers.ts';

export const climbCard: Card = {
  heeds: ['changeOrder'],
  lossFt: 100,
  gainFt: 1000,
  picture: levelOffPicture,
  travels: true,
  minutes: () => 3,
  fly(day) {
    const vy = day.airplane.vyKias;
    const speed = bookSpeed(day, vy === undefined ? 1.5 * day.airplane.vs1Kias : atWeightKias(day, vy), {
      code: vy === undefined ? 'best-rate-from-stall' : 'best-rate',
    });
    const climb = speed.kias === null ? null : climbAt(day, speed.kias);
    const lead = climb ? Math.max(20, roundTo(climb.fpm / 10, -1)) : 50;
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: fullThrottle(day, speed.kias),
      figures: climb
        ? [figure('climb', climb.fpm, 'ft/min', { from: climb.from }), figure('level-off', lead, 'ft')]
        : [],
      ...(climb && { levelOff: { fromFpm: climb.fpm, leadFt: lead } }),
    };
  },
};
