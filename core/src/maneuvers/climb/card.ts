/** The card of climbs. */

import { atWeightKias, speedWords } from '../../card/day.ts';
import { bookSpeed, climbAt, figure, fullThrottle } from '../../card/figures.ts';
import { pitchFirst, steadyEntry, vaNote } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { levelOffPicture } from '../../kits/straight/level-off.ts';
import { roundTo } from '../../units/numbers.ts';

export const climbCard: Card = {
  purpose: 'The way out after takeoff, and around another try: the speed that clears what is ahead.',
  heeds: ['changeOrder'],
  lossFt: 100,
  gainFt: 1000,
  picture: levelOffPicture,
  travels: true,
  minutes: () => 3,
  fly(day) {
    const vy = day.airplane.vyKias;
    const speed = bookSpeed(
      day,
      vy === undefined ? 1.5 * day.airplane.vs1Kias : atWeightKias(day, vy),
      vy === undefined ? 'half again the stall speed, for want of the book’s' : 'best rate at today’s weight',
    );
    const climb = speed.kias === null ? null : climbAt(day, speed.kias);
    const lead = climb ? Math.max(20, roundTo(climb.fpm / 10, -1)) : 50;
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: fullThrottle(day, speed.kias),
      figures: climb
        ? [
            figure('Climb', climb.fpm, 'ft/min', 'full throttle at this weight and air', {
              from: climb.from,
            }),
            figure('Begin to level off', lead, 'ft', 'before the altitude: a tenth of the rate'),
          ]
        : [],
      ...(climb && { levelOff: { fromFpm: climb.fpm, leadFt: lead } }),
      steps: [
        steadyEntry(day, null),
        `${pitchFirst(day) ? 'Nose up, full power, right rudder' : 'Full power and right rudder, the nose up with it'}; trim for ${speed.kias === null ? 'climb speed' : speedWords(day, speed.kias)}`,
        'Speed by pitch: a degree or two, and wait',
        'Every 500 ft lower the nose or turn a little, and look',
        `Begin to level off ${lead} ft before: nose down, let the speed build, power back to cruise, trim`,
      ],
      usualFaults: [
        'Chasing the speed: too large a change of pitch',
        'Right rudder forgotten: the heading drifts left',
        'Levelling late, then pushing',
      ],
      cautions: [
        vaNote(day),
        'Engine temperatures in a long climb; a shallower one cools it and shows the sky ahead.',
      ],
    };
  },
};
