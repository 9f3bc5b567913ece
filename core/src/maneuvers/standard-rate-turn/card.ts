/** The card of standard-rate turns: the bank follows from the speed, and the clock says whether it was right. */
import { circumstance, type Day } from '../../card/day.ts';
import { figure, practiceSpeed } from '../../card/figures.ts';
import { steadyEntry, vaNote } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { heldLevel, STALL_IN_A_TURN } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { bankForTurnRateDeg, rollOutLeadDeg } from '../../mechanics/turning.ts';
import { tasMps } from '../../performance/model.ts';
import { KT_TO_MPS } from '../../units/convert.ts';
import { STANDARD_RATE_DEG_PER_S } from './tables.ts';

const FULL_CIRCLE_S = 360 / STANDARD_RATE_DEG_PER_S;
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
  purpose: 'A turn by rate: any heading by the clock, and the turn out of a cloud entered by mistake.',
  heeds: ['entrySpeed'],
  steepest: (day) => ({
    deg: rateBank(day).bankDeg + HAND_DEG,
    why: 'more turns faster than three degrees a second',
  }),
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
    const held = heldLevel(day, bankDeg);
    const { speed } = held;
    return {
      ...held,
      figures: [
        figure('Rate of turn', STANDARD_RATE_DEG_PER_S, '°/s', `a full circle in ${FULL_CIRCLE_S} s`),
        figure('True airspeed', tasKt, 'kt', 'a tenth of it and five is about the bank'),
      ],
      steps: [
        steadyEntry(day, speed.kias),
        `Look, then roll to about ${bankDeg}°, aileron and rudder together`,
        'Start the clock as the wings pass half the bank: 30° of heading in ten seconds, 90° in thirty',
        'Behind after ten seconds: a little more bank. Ahead: a little less. One correction, then wait',
        'Hardly any back pressure: altitude by a small change of attitude',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading, or when the time is up`,
        'The same the other way; then by the clock alone, the heading only to check',
      ],
      usualFaults: [
        'Watching the clock and not the bank: the rate wanders',
        'The bank of an ordinary turn: too fast at this speed',
        'The roll-out forgotten: the time is that from wings to wings',
      ],
      cautions: [
        vaNote(day),
        STALL_IN_A_TURN,
        'Practised in sight of the horizon, eyes outside between two looks at the clock. It is no leave to enter cloud.',
      ],
    };
  },
};
