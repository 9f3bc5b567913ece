/** The card of power-on stalls. */

import {
  circumstance,
  powerFor,
  powerWords,
  roundPower,
  speedWords,
  stageOf,
  stallKias,
  warningKias,
} from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import { changeOrder, flapCaution, NOT_ALONE, SPIN_RECOVERY, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import {
  depthStep,
  recoverySteps,
  STALL_CAUTIONS,
  stallFigures,
  stallSteepest,
  TURNING_BANK_DEG,
} from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';
import { settingForPercent } from '../../performance/level.ts';

export const powerOnStallCard: Card = {
  purpose: 'The stall after takeoff or in a go-around: nose high, full power, and a wing that wants to drop.',
  heeds: ['stallDepth', 'powerOnPct', 'stallRecovery', 'recoveryTrim', 'changeOrder'],
  ownFigures: ['stall-speed', 'stall-loss'],
  lossFt: 300,
  gainFt: 400,
  picture: breakPicture,
  configurations: ['takeoff', 'clean'],
  travels: true,
  losesHeight: true,
  steepest: stallSteepest,
  minutes: () => 3,
  fly(day): Flown {
    const { airplane, variant, technique } = day;
    const stage = stageOf(airplane, day.input.configuration ?? 'takeoff');
    const bankDeg = variant === 'turning' ? (day.input.bankDeg ?? TURNING_BANK_DEG) : 0;
    // The warner must still be silent as the pitch-up begins.
    const liftOff = Math.max(1.15 * stallKias(day, stage, bankDeg), warningKias(day, stage).kias + 3);
    const speed = bookSpeed(day, liftOff, 'about lift-off speed at today’s weight', {
      bankDeg,
      stage,
      marginKt: 4,
    });
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
    const percent =
      technique.powerOnPct === 100
        ? 'full power'
        : `${technique.powerOnPct} % power or what full throttle gives`;
    return {
      bankDeg,
      stage,
      speed,
      power,
      figures: [
        ...stallFigures(day, stage, bankDeg),
        figure('Power', technique.powerOnPct, '%', 'the standard asks for at least 65'),
      ],
      steps: [
        steadyEntry(day, null),
        `${stage > 0 ? `Flaps ${airplane.flaps[stage - 1].deg}° for takeoff; slow` : 'Slow'} to ${speed.kias === null ? 'lift-off speed' : speedWords(day, speed.kias)}, level: ${changeOrder(day)}`,
        `Power up to ${powerWords(day, power?.maneuverRpm)}, ${percent}; with it raise the nose steadily, to 20° and not beyond 30`,
        bankDeg > 0
          ? `Bank ${bankDeg}°, not beyond 20; a lot of right rudder, ball centred`
          : 'A lot of right rudder: the ball stays in the middle, the nose on the point',
        depthStep(day),
        ...recoverySteps(day, stage),
      ],
      usualFaults: [
        'Too little right rudder: it yaws left and a wing drops',
        'Pitched up too steeply',
        'Aileron in the stall',
      ],
      cautions: [
        ...STALL_CAUTIONS,
        'At a steep attitude with power a wing drops quickly: stop it with rudder, release, and do not hold it there.',
        ...flapCaution(day, stage),
        SPIN_RECOVERY,
        NOT_ALONE,
      ],
    };
  },
};
