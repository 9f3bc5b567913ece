/** The card of standard-rate turns: the bank follows from the speed, and the clock says whether it was right. */
import { circumstance, type Day } from '../../card/day.ts';
import { figure, practiceSpeed } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { heldLevel } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { bankForTurnRateDeg } from '../../mechanics/turning.ts';
import { tasMps } from '../../performance/model.ts';
import { KT_TO_MPS } from '../../units/convert.ts';
import { STANDARD_RATE_DEG_PER_S } from './tables.ts';

/** Between the bank that gives the rate and what a hand holds. */
const HAND_DEG = 5;

/** The bank for three degrees a second, deg, and the true airspeed that it is for, kt; the level speed asks it. */
function rateBank(day: Day): { bankDeg: number; tasKt: number | null } {
  const { kias } = practiceSpeed(day, 15);
  const asked = kias ?? 1.6 * day.airplane.vs1Kias;
  const tasKt = tasMps(day.airplane, asked, circumstance(day)) / KT_TO_MPS;
  return { bankDeg: Math.round(bankForTurnRateDeg(STANDARD_RATE_DEG_PER_S, tasKt)), tasKt };
}

export const standardRateTurnCard: Card = {
  heeds: ['entrySpeed'],
  mostBankDeg: (day) => rateBank(day).bankDeg + HAND_DEG,
  turnsByHeading: true,
  lossFt: 100,
  gainFt: 100,
  // The bank follows from the speed: no mark to drag.
  picture: { ...turnPicture(), move: undefined },
  travels: false,
  minutes: () => 3.5,
  fly(day) {
    const { bankDeg: rateDeg, tasKt } = rateBank(day);
    const bankDeg = day.input.bankDeg ?? rateDeg;
    return {
      ...heldLevel(day, bankDeg),
      figures: [figure('rate', STANDARD_RATE_DEG_PER_S, '°/s'), figure('true-airspeed-rule', tasKt, 'kt')],
    };
  },
};
