/** The card of power-off stalls. */

import type { Airplane } from '../../airplane/schema.ts';
import {
  atWeightKias,
  powerFor,
  powerWords,
  roundPower,
  speedWords,
  stageOf,
  stallKias,
} from '../../card/day.ts';
import { bookSpeed, figure, powerOf } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Flown } from '../../card/flown.ts';
import {
  carburettorCaution,
  flapCaution,
  heatThen,
  NOT_ALONE,
  pitchFirst,
  SPIN_RECOVERY,
  steadyEntry,
} from '../../card/words.ts';
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

const APPROACH_FPM = 500;
/** Of the power that holds the approach speed level: with that it slows down without a dive or a climb. */
const SLOWING_SHARE = 0.85;

const flapWords = ({ flaps }: Airplane, stage: number): string => {
  if (stage === 0) return '';
  return stage === flaps.length
    ? '; flaps for landing, each stage below its limit'
    : `; flaps ${flaps[stage - 1].deg}°, below their limit`;
};

export const powerOffStallCard: Card = {
  purpose: 'The stall from final approach: known by its signs, so that it is left before it happens.',
  heeds: ['stallDepth', 'stallRecovery', 'recoveryTrim', 'flapRetraction', 'changeOrder'],
  ownFigures: ['stall-speed', 'stall-loss'],
  lossFt: 400,
  gainFt: 200,
  picture: breakPicture,
  configurations: ['landing', 'takeoff', 'clean'],
  travels: true,
  losesHeight: true,
  steepest: stallSteepest,
  minutes: () => 3.5,
  fly(day): Flown {
    const { airplane, variant } = day;
    const stage = stageOf(airplane, day.input.configuration ?? 'landing');
    const bankDeg = variant === 'turning' ? (day.input.bankDeg ?? TURNING_BANK_DEG) : 0;
    const approach = airplane.approachKias;
    const speed = bookSpeed(
      day,
      approach === undefined ? 1.3 * stallKias(day, stage) : atWeightKias(day, approach, stage),
      approach === undefined ? '1.3 times the stall speed' : 'final approach at today’s weight',
      { bankDeg, stage },
    );
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const descent =
      speed.kias === null ? null : powerFor(day, speed.kias, { stage, verticalFpm: -APPROACH_FPM });
    const slowing = level
      ? ` to about ${powerWords(day, roundPower(level.value * SLOWING_SHARE, day.powerUnit))}`
      : '';
    return {
      bankDeg,
      stage,
      speed,
      power: powerOf(day, level, descent),
      flaps: flapSchedule(day, stage, speed.kias ?? stallKias(day, stage) + 15),
      figures: [
        ...stallFigures(day, stage, bankDeg),
        figure('Descend first at', APPROACH_FPM, 'ft/min', 'steady for 5 to 15 s before the pitch-up'),
      ],
      steps: [
        steadyEntry(day, null),
        heatThen(
          day,
          `${pitchFirst(day) ? `hold level with the nose, power back${slowing}` : `power back${slowing}, then the nose holds level`}${flapWords(airplane, stage)}`,
        ),
        `Power to ${powerWords(day, descent?.value)}: a steady descent, ${APPROACH_FPM} ft/min at ${speed.kias === null ? 'approach speed' : speedWords(day, speed.kias)}, as on final`,
        bankDeg > 0
          ? `Bank ${bankDeg}°, not beyond 20; power idle, then raise the nose`
          : 'Power idle; raise the nose slowly to the landing attitude and on',
        depthStep(day),
        ...recoverySteps(day, stage),
      ],
      usualFaults: [
        'No steady descent before the pitch-up',
        'Aileron against a dropping wing',
        'Nose too low in the recovery, or pulled up too soon',
      ],
      cautions: [
        ...STALL_CAUTIONS,
        ...flapCaution(day, stage),
        ...carburettorCaution(day),
        SPIN_RECOVERY,
        NOT_ALONE,
      ],
    };
  },
};
