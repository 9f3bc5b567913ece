/** The card of rolls about a point. */

import { powerFor } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import { steadyEntry, vaCaution } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { MEDIUM_BANK_DEG } from '../../kits/turns/card.ts';
import { rollsPicture } from './picture.ts';

export const coordinationRollsCard: Card = {
  purpose: 'Feet and hands that move together: every turn from base to final asks for it.',
  heeds: ['entrySpeed'],
  turnsByHeading: true,
  lossFt: 100,
  gainFt: 100,
  picture: rollsPicture,
  travels: true,
  minutes: () => 1.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? 20;
    const speed = practiceSpeed(day, MEDIUM_BANK_DEG);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level),
      figures: [figure('Heading', 5, '°', 'the most it may swing either side', { digits: 0 })],
      steps: [
        steadyEntry(day, speed.kias),
        `Roll to ${bankDeg}° left, and without a stop to ${bankDeg}° right; the nose stays on the point`,
        'Rudder goes in with the aileron and comes out with it',
        'Too little rudder: the nose first swings the other way; too much: it leads into the roll',
        'First slowly, then with quicker aileron; feel how the rudder must follow',
      ],
      usualFaults: [
        'Nose swinging against the roll: rudder late',
        'Rudder held on after the aileron is back',
        'Eyes on the ball instead of the point',
      ],
      cautions: [
        vaCaution(day),
        'Aileron and rudder smoothly: never full or reversed inputs, even below the maneuvering speed.',
      ],
    };
  },
};
