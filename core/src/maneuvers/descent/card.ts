/** The card of descents. */

import { powerFor } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { levelOffPicture } from '../../kits/straight/level-off.ts';

const CRUISE_DESCENT_FPM = 500;

/** A tenth of the rate. */
const LEAD_FT = CRUISE_DESCENT_FPM / 10;

export const descentCard: Card = {
  heeds: ['changeOrder'],
  lossFt: 1000,
  gainFt: 100,
  picture: levelOffPicture,
  travels: true,
  losesHeight: true,
  minutes: () => 3,
  fly(day) {
    const speed = practiceSpeed(day, 0);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const descending =
      speed.kias === null ? null : powerFor(day, speed.kias, { verticalFpm: -CRUISE_DESCENT_FPM });
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, descending),
      figures: [figure('descend-at', CRUISE_DESCENT_FPM, 'ft/min'), figure('level-off', LEAD_FT, 'ft')],
      params: { leadFt: LEAD_FT },
      levelOff: { fromFpm: -CRUISE_DESCENT_FPM, leadFt: LEAD_FT },
    };
  },
};
