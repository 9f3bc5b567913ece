import { atWeightKias, powerFor, roundPower, stageOf, stallKias } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Flown } from '../../card/flown.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { MOST_TURNING_DEG, stallFigures, TURNING_BANK_DEG } from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';

const APPROACH_FPM = 500;
/** Of the power that holds the approach speed level: with that it slows down without a dive or a climb. */
const SLOWING_SHARE = 0.85;

export const powerOffStallCard: Card = {
  heeds: ['stallDepth', 'stallRecovery', 'recoveryTrim', 'flapRetraction', 'changeOrder'],
  ownFigures: ['stall-speed', 'stall-loss'],
  lossFt: 400,
  gainFt: 200,
  picture: breakPicture,
  configurations: ['landing', 'takeoff', 'clean'],
  travels: true,
  losesHeight: true,
  mostBankDeg: () => MOST_TURNING_DEG,
  minutes: () => 3.5,
  fly(day): Flown {
    const { airplane, variant } = day;
    const stage = stageOf(airplane, day.input.configuration ?? 'landing');
    const bankDeg = variant === 'turning' ? (day.input.bankDeg ?? TURNING_BANK_DEG) : 0;
    const approach = airplane.approachKias;
    const speed = bookSpeed(
      day,
      approach === undefined ? 1.3 * stallKias(day, stage) : atWeightKias(day, approach, stage),
      { code: approach === undefined ? 'approach-from-stall' : 'final-approach' },
      { bankDeg, stage },
    );
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const descent =
      speed.kias === null ? null : powerFor(day, speed.kias, { stage, verticalFpm: -APPROACH_FPM });
    return {
      bankDeg,
      stage,
      speed,
      power: powerOf(day, level, descent),
      flaps: flapSchedule(day, stage, speed.kias ?? stallKias(day, stage) + 15),
      figures: [...stallFigures(day, stage, bankDeg), figure('descend-first', APPROACH_FPM, 'ft/min')],
      params: {
        descentFpm: APPROACH_FPM,
        slowingPower: level && roundPower(level.value * SLOWING_SHARE, day.powerUnit),
      },
    };
  },
};
