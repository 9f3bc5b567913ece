/** The card of the turns that clear the area. */

import { headingWords, powerFor, tasKtOf } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import { steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { MEDIUM_BANK_DEG } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { bankForTurnRateDeg } from '../../mechanics/turning.ts';

const STANDARD_RATE_DEG_PER_S = 3;

export const clearingTurnsCard: Card = {
  purpose: 'Nobody is to be under the wing, above it or ahead when the nose goes where eyes cannot follow.',
  heeds: ['clearingMethod', 'clearingFirst', 'clearingWhen', 'entrySpeed'],
  turnsByHeading: true,
  lossFt: 100,
  gainFt: 100,
  picture: turnPicture(90),
  travels: false,
  minutes: ({ clearingMethod }) => (clearingMethod === 'one-360' ? 2 : 1.2),
  fly(day) {
    const { technique, headingDeg } = day;
    const speed = practiceSpeed(day, MEDIUM_BANK_DEG);
    const tas = speed.kias === null ? null : tasKtOf(day, speed.kias);
    const bankDeg =
      day.input.bankDeg ?? (tas === null ? 15 : Math.round(bankForTurnRateDeg(STANDARD_RATE_DEG_PER_S, tas)));
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const side = technique.clearingFirst === 'left' ? -1 : 1;
    const other = technique.clearingFirst === 'left' ? 'right' : 'left';
    const turns = {
      'two-90': [
        `90° ${technique.clearingFirst} to ${headingWords(headingDeg + 90 * side)}: look above, level and below, and behind the wing`,
        `Back ${other} to ${headingWords(headingDeg)}, looking before the turn`,
      ],
      'one-180': [
        `180° ${technique.clearingFirst} to ${headingWords(headingDeg + 180)}: look above, level and below, and behind the wing`,
        'The maneuver begins on this heading, or turn back to the one you want',
      ],
      'one-360': [
        `A full circle to the ${technique.clearingFirst}, two minutes, looking above, level and below all the way`,
        `Roll out on ${headingWords(headingDeg)}`,
      ],
    }[technique.clearingMethod];
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level),
      figures: [figure('Rate', STANDARD_RATE_DEG_PER_S, '°/s', 'standard rate: two minutes for a circle')],
      steps: [
        steadyEntry(day, speed.kias),
        'In a high-wing airplane lift the wing and look before you turn that way',
        ...turns,
        'Traffic or a doubt: wait, or go elsewhere; then the call, and begin',
      ],
      usualFaults: [
        'Turning without looking: the turn is for the eyes',
        'Hurrying, so that the maneuver begins off altitude',
        'Clearing once and then looking inside',
      ],
      cautions: ['Keep clearing all through what follows: clearing turns show one moment of the sky.'],
    };
  },
};
