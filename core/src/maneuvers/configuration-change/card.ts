/** The card of speed and flap changes. */

import { atWeightKias, powerFor, powerWords, stallKias } from '../../card/day.ts';
import { bookSpeed, powerOf } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import { changeOrder, flapCaution, steadyEntry, vaNote } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { tradePicture } from '../../kits/straight/trade.ts';

export const configurationChangeCard: Card = {
  purpose: 'Every approach is one: slower, flaps out, and the height held while both happen.',
  heeds: ['changeOrder'],
  lossFt: 150,
  gainFt: 150,
  picture: tradePicture('altitude'),
  travels: true,
  minutes: () => 4,
  fly(day) {
    const stages = day.airplane.flaps.length;
    const last = day.airplane.flaps.at(-1);
    const base = day.airplane.approachKias ?? 1.4 * day.airplane.vs1Kias;
    const speed = bookSpeed(day, atWeightKias(day, base + 5), 'near the approach, inside the white arc', {
      stage: stages,
    });
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const dirty = speed.kias === null ? null : powerFor(day, speed.kias, { stage: stages });
    return {
      bankDeg: 0,
      stage: stages,
      speed,
      power: powerOf(day, level, dirty),
      flaps: flapSchedule(day, stages, speed.kias ?? stallKias(day) + 15),
      steps: [
        steadyEntry(day, speed.kias),
        `Change the speed by ${changeOrder(day)}. Power up: the nose wants up; push, then trim down. Power back: hold, then trim up`,
        last
          ? 'Flaps one stage at a time: the airplane rises; hold the nose, then power for the drag, then trim'
          : 'This airplane has no flaps: change the power in steps instead',
        dirty
          ? `All of them out and level: about ${powerWords(day, dirty.value)}`
          : 'Find the power that holds it level',
        'In again, one stage at a time: it sinks; a little back pressure, then speed, then trim',
      ],
      usualFaults: [
        'Balloon: the nose not held as the flaps go out',
        'Two stages at once',
        'Trimming before the speed has settled',
      ],
      cautions: [...day.airplane.flaps.flatMap((_, i) => flapCaution(day, i + 1)), vaNote(day)],
    };
  },
};
