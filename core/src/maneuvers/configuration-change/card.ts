/** The card of speed and flap changes. */

import { atWeightKias, powerFor, stallKias } from '../../card/day.ts';
import { bookSpeed, powerOf } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { tradePicture } from '../../kits/straight/trade.ts';

export const configurationChangeCard: Card = {
  heeds: ['changeOrder'],
  lossFt: 150,
  gainFt: 150,
  picture: tradePicture('altitude'),
  travels: true,
  minutes: () => 4,
  fly(day) {
    const stages = day.airplane.flaps.length;
    const base = day.airplane.approachKias ?? 1.4 * day.airplane.vs1Kias;
    const speed = bookSpeed(
      day,
      atWeightKias(day, base + 5),
      { code: 'near-approach' },
      {
        stage: stages,
      },
    );
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const dirty = speed.kias === null ? null : powerFor(day, speed.kias, { stage: stages });
    return {
      bankDeg: 0,
      stage: stages,
      speed,
      power: powerOf(day, level, dirty),
      flaps: flapSchedule(day, stages, speed.kias ?? stallKias(day) + 15),
    };
  },
};
