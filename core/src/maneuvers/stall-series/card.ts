/** The card of the stall exercise: several gentle ones in a row. */

import { powerFor, stallKias } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { stallFigures } from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';

export const stallSeriesCard: Card = {
  heeds: [],
  ownFigures: ['stall-speed', 'stall-loss'],
  lossFt: 500,
  gainFt: 200,
  picture: breakPicture,
  travels: true,
  losesHeight: true,
  minutes: () => 3,
  fly(day): Flown {
    const stall = stallKias(day);
    const speed = bookSpeed(day, 1.3 * stall, { code: 'gentle-stall' }, {});
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    // A little power: enough that the glide is flat, far too little to hold level.
    const flat = speed.kias === null ? null : powerFor(day, speed.kias, { verticalFpm: -300 });
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, flat),
      figures: [...stallFigures(day, 0, 0), figure('stalls-in-a-row', 4, '')],
    };
  },
};
