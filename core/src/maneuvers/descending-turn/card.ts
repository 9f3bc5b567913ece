/** The card of descending turns. */

import { atWeightKias, powerFor, powerWords, stageOf } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import {
  carburettorCaution,
  flapCaution,
  heatThen,
  pitchFirst,
  steadyEntry,
  vaNote,
} from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { CLIMBING_BANK_DEG, STALL_IN_A_TURN } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';

const DESCENT_FPM = 400;

export const descendingTurnCard: Card = {
  purpose: 'From base to final: where speed, bank and height are spent at the same time.',
  heeds: ['changeOrder'],
  configurations: ['clean', 'takeoff', 'landing'],
  turnsByHeading: true,
  lossFt: 700,
  gainFt: 100,
  picture: turnPicture(),
  travels: false,
  losesHeight: true,
  minutes: () => 2.5,
  fly(day) {
    const { airplane } = day;
    const bankDeg = day.input.bankDeg ?? CLIMBING_BANK_DEG;
    const stage = stageOf(airplane, day.input.configuration ?? 'clean');
    const { approachKias, vs1Kias } = airplane;
    const base = approachKias === undefined ? 1.5 * vs1Kias : approachKias + 10;
    const wanted = atWeightKias(day, base, stage);
    const speed = bookSpeed(day, wanted, 'ten knots over the approach, easy to hold', { bankDeg, stage });
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const descending =
      speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg, stage, verticalFpm: -DESCENT_FPM });
    return {
      bankDeg,
      stage,
      speed,
      power: powerOf(day, level, descending),
      flaps: stage === 0 ? undefined : flapSchedule(day, stage, speed.kias ?? base),
      figures: [figure('Descend at', DESCENT_FPM, 'ft/min', 'power sets the rate')],
      steps: [
        steadyEntry(day, null),
        heatThen(
          day,
          pitchFirst(day)
            ? `nose down for ${DESCENT_FPM} ft/min, ${powerWords(day, descending?.value)} with it, trim`
            : `${powerWords(day, descending?.value)}; nose down for ${DESCENT_FPM} ft/min, trim`,
        ),
        ...(stage === 0
          ? []
          : [
              `Flaps ${airplane.flaps[stage - 1].deg}°, each stage below its limit: hold the nose, the speed stays`,
            ]),
        `Roll to ${bankDeg}°; speed by pitch, rate by power`,
        'The inner wing lifts more in a descent: hold the bank in with aileron',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; level off with a tenth of the rate as lead`,
      ],
      usualFaults: [
        'Speed rising as the nose is put down too far',
        'Bank washing out instead of being held in',
        'Level-off begun at the altitude, not before it',
      ],
      cautions: [
        vaNote(day),
        STALL_IN_A_TURN,
        ...flapCaution(day, stage),
        ...carburettorCaution(day),
        'Clear the engine every 500 ft in a glide.',
      ],
    };
  },
};
