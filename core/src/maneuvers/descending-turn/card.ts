/** The card of descending turns. */

import { atWeightKias, powerFor, powerWords } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import { carburettorCaution, heatThen, pitchFirst, steadyEntry, vaCaution } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { CLIMBING_BANK_DEG, STALL_IN_A_TURN } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';

const DESCENT_FPM = 400;

export const descendingTurnCard: Card = {
  purpose: 'From base to final: where speed, bank and height are spent at the same time.',
  heeds: ['changeOrder'],
  turnsByHeading: true,
  lossFt: 700,
  gainFt: 100,
  picture: turnPicture(),
  travels: false,
  losesHeight: true,
  minutes: () => 2.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? CLIMBING_BANK_DEG;
    const { approachKias, vs1Kias } = day.airplane;
    const base = approachKias === undefined ? 1.5 * vs1Kias : approachKias + 10;
    const speed = bookSpeed(day, atWeightKias(day, base), 'ten knots over the approach, easy to hold', {
      bankDeg,
    });
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const descending =
      speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg, verticalFpm: -DESCENT_FPM });
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level, descending),
      figures: [figure('Descend at', DESCENT_FPM, 'ft/min', 'powered; gliding, speed by pitch alone')],
      steps: [
        steadyEntry(day, null),
        heatThen(
          day,
          pitchFirst(day)
            ? `nose down for ${DESCENT_FPM} ft/min, ${powerWords(day, descending?.value)} with it, trim`
            : `${powerWords(day, descending?.value)}; nose down for ${DESCENT_FPM} ft/min, trim`,
        ),
        `Roll to ${bankDeg}°; speed by pitch, rate by power`,
        'The inner wing lifts more in a descent: hold the bank in with aileron',
        'Then gliding, power idle, the same speed; then with flaps, steeper at the same speed',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; level off with a tenth of the rate as lead`,
      ],
      usualFaults: [
        'Speed rising as the nose is put down too far',
        'Bank washing out instead of being held in',
        'Level-off begun at the altitude, not before it',
      ],
      cautions: [
        vaCaution(day),
        STALL_IN_A_TURN,
        ...carburettorCaution(day),
        'Clear the engine every 500 ft in a glide.',
      ],
    };
  },
};
