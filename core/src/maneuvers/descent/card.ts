/** The card of descents. */

import { powerFor, powerWords } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import { carburettorCaution, heatThen, pitchFirst, steadyEntry, vaNote } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { levelOffPicture } from '../../kits/straight/level-off.ts';

const CRUISE_DESCENT_FPM = 500;

/** A tenth of the rate. */
const LEAD_FT = CRUISE_DESCENT_FPM / 10;

export const descentCard: Card = {
  purpose: 'The way down to the circuit at a speed and a rate that were chosen, not that happened.',
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
      figures: [
        figure('Descend at', CRUISE_DESCENT_FPM, 'ft/min', 'power sets the rate, pitch the speed'),
        figure('Begin to level off', LEAD_FT, 'ft', 'before the altitude: a tenth of the rate'),
      ],
      levelOff: { fromFpm: -CRUISE_DESCENT_FPM, leadFt: LEAD_FT },
      steps: [
        steadyEntry(day, null),
        heatThen(
          day,
          pitchFirst(day)
            ? `nose down a little, then ${powerWords(day, descending?.value)} so that the speed stays; trim`
            : `${powerWords(day, descending?.value)}: the nose goes down by itself; hold the speed, trim`,
        ),
        'Rate by power, speed by pitch: change one, wait, then the other',
        'Then gliding: power idle, best glide speed, trim; feel the difference in attitude',
        `Begin to level off ${LEAD_FT} ft before: power to cruise, nose up with it, trim`,
      ],
      usualFaults: [
        'Pushing the nose down without taking power: the speed runs away',
        'Levelling off with pitch alone: the speed decays',
        'No clearing of the engine in a long glide',
      ],
      cautions: [vaNote(day), ...carburettorCaution(day)],
    };
  },
};
