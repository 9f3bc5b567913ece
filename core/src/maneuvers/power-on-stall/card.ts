/** The card of power-on stalls. */

import { circumstance, powerFor, roundPower, stageOf, stallKias, warningKias } from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { MOST_TURNING_DEG, stallFigures, TURNING_BANK_DEG } from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';
import { settingForPercent } from '../../performance/level.ts';

export const powerOnStallCard: Card = {
  heeds: ['stallDepth', 'powerOnPct', 'stallRecovery', 'recoveryTrim', 'changeOrder'],
  ownFigures: ['stall-speed', 'stall-loss'],
  lossFt: 300,
  gainFt: 400,
  picture: breakPicture,
  configurations: ['takeoff', 'clean'],
  travels: true,
  losesHeight: true,
  mostBankDeg: () => MOST_TURNING_DEG,
  minutes: () => 3,
  fly(day): Flown {
    const { airplane, variant, technique } = day;
    const stage = stageOf(airplane, day.input.configuration ?? 'takeoff');
    const bankDeg = variant === 'turning' ? (day.input.bankDeg ?? TURNING_BANK_DEG) : 0;
    // The warner must still be silent as the pitch-up begins.
    const liftOff = Math.max(1.15 * stallKias(day, stage, bankDeg), warningKias(day, stage).kias + 3);
    const speed = bookSpeed(
      day,
      liftOff,
      { code: 'lift-off' },
      {
        bankDeg,
        stage,
        marginKt: 4,
      },
    );
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const setting =
      day.model && speed.kias !== null
        ? technique.powerUnit === '%'
          ? technique.powerOnPct
          : settingForPercent(day.model, technique.powerOnPct, speed.kias, circumstance(day, { stage }))
        : null;
    const power =
      setting === null || !day.model
        ? null
        : powerOf(day, level, { value: roundPower(setting, day.powerUnit), from: day.model.from.shaftPower });
    return {
      bankDeg,
      stage,
      speed,
      power,
      figures: [...stallFigures(day, stage, bankDeg), figure('power', technique.powerOnPct, '%')],
    };
  },
};
