/** The card of the stall exercise: several gentle ones in a row. */

import { powerFor, powerWords, stallKias } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import { carburettorCaution, NOT_ALONE, SPIN_RECOVERY, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { STALL_CAUTIONS, stallFigures } from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';
import { roundTo } from '../../units/numbers.ts';

export const stallSeriesCard: Card = {
  purpose: 'Comfort and feet: the wing let go and taken up again, until nothing about it startles.',
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
    const speed = bookSpeed(day, 1.3 * stall, 'slow enough to stall gently', {});
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    // A little power: enough that the glide is flat, far too little to hold level.
    const flat = speed.kias === null ? null : powerFor(day, speed.kias, { verticalFpm: -300 });
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, flat),
      figures: [
        ...stallFigures(day, 0, 0),
        figure('Stalls in a row', 4, '', 'one after another, power untouched'),
      ],
      steps: [
        steadyEntry(day, null),
        `Flaps up, ${powerWords(day, flat?.value)}, and leave it there`,
        'Eyes on the wingtip’s horizon; raise the nose gently until it stalls',
        'Release, nothing more: it flies; raise the nose again for the next',
        'Keep the wings level with rudder; ailerons neutral',
        `After four, or at ${roundTo(day.ladder.floorFt, 0)} ft at the latest: power, climb, look around`,
      ],
      usualFaults: [
        'Staring over the nose instead of along the wing',
        'Adding power in a hurry: the release alone recovers',
        'Rudder late, so that a wing drops',
      ],
      cautions: [...STALL_CAUTIONS, ...carburettorCaution(day), SPIN_RECOVERY, NOT_ALONE],
    };
  },
};
