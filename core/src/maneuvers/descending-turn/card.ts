/** The card of descending turns. */

import { atWeightKias, powerFor, stageOf } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { CLIMBING_BANK_DEG } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';

const DESCENT_FPM = 400;
/** Easy to hold. */
const ABOVE_APPROACH_KT = 10;

export const descendingTurnCard: Card = {
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
    const base = approachKias === undefined ? 1.5 * vs1Kias : approachKias + ABOVE_APPROACH_KT;
    const wanted = atWeightKias(day, base, stage);
    const speed = bookSpeed(
      day,
      wanted,
      { code: 'above-approach', params: { kt: ABOVE_APPROACH_KT } },
      { bankDeg, stage },
    );
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const descending =
      speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg, stage, verticalFpm: -DESCENT_FPM });
    return {
      bankDeg,
      stage,
      speed,
      power: powerOf(day, level, descending),
      flaps: stage === 0 ? undefined : flapSchedule(day, stage, speed.kias ?? base),
      figures: [figure('descend-at', DESCENT_FPM, 'ft/min')],
      params: { descentFpm: DESCENT_FPM },
    };
  },
};
