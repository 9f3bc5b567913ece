/** The card of climbing turns. */

import { atWeightKias, speedWords } from '../../card/day.ts';
import { bookSpeed, climbAt, figure, fullThrottle } from '../../card/figures.ts';
import { pitchFirst, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { CLIMBING_BANK_DEG, STALL_IN_A_TURN } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';

export const climbingTurnCard: Card = {
  purpose: 'The turn after takeoff: low, slow and nose high, where the overbank and the stall are nearest.',
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
      vy === undefined ? 'half again the stall speed, for want of the book’s' : 'best rate at today’s weight',
      { bankDeg },
    );
    const climb = speed.kias === null ? null : climbAt(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: fullThrottle(day, speed.kias),
      figures: climb
        ? [
            figure('Climb, wings level', climb.fpm, 'ft/min', 'a little less in the turn; full throttle', {
              from: climb.from,
            }),
          ]
        : [],
      steps: [
        steadyEntry(day, null),
        `Climb first: ${pitchFirst(day) ? 'nose up, full power' : 'full power, the nose up with it'}, trim for ${speed.kias === null ? 'climb speed' : speedWords(day, speed.kias)}, right rudder`,
        `Then roll to ${bankDeg}°; speed by pitch, the power stays`,
        'The outer wing lifts more in a climb: hold off the bank with a little opposite aileron',
        'Left and right ask for different rudder; watch the ball',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; level off with a tenth of the rate as lead`,
      ],
      usualFaults: [
        'Asking for more climb than the airplane has: the speed goes',
        'Bank creeping in, not held off',
        'Too little right rudder in the left turn',
      ],
      cautions: [
        STALL_IN_A_TURN,
        'A long climb with the nose up hides traffic ahead and heats the engine: lower it every 500 ft.',
      ],
    };
  },
};
