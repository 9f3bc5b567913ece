/** The card of slow flight. */

import { circumstance, type Day, powerFor, stageOf, stallKias, warningKias } from '../../card/day.ts';
import { climbAt, figure, powerOf, roundWindow } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Flown, SpeedChoice } from '../../card/flown.ts';
import type { Coded } from '../../coded.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import { leastPowerKias } from '../../performance/level.ts';
import { powerCurvePicture } from './picture.ts';
import { endsIn, TRANSITION } from './transition.ts';

/** Added to the speed at which the warning sounds [common practice: 3 to 5]. */
const ABOVE_WARNING_KT = 3;
/** Above the stall, for schools that count from there [common practice: 5 to 10]. */
const ABOVE_STALL_KT = 7;
/** The standard's band above the target. */
const BAND_KT = 10;

export const slowFlightCard: Card = {
  heeds: ['slowSpeed', 'slowFlaps', 'slowBankDeg', 'recoveryTrim', 'flapRetraction', 'changeOrder'],
  ownFigures: ['stall-speed', 'stall-loss'],
  bankIsLimit: true,
  lossFt: 200,
  gainFt: 150,
  picture: powerCurvePicture,
  travels: true,
  mostBankDeg: ({ technique }) => technique.slowBankDeg,
  minutes: () => 5,
  fly,
};

function slowSpeed(day: Day, stage: number, bankDeg: number): SpeedChoice {
  const stall = stallKias(day, stage);
  const inBank = stallKias(day, stage, bankDeg);
  const warning = warningKias(day, stage).kias;
  const limit = stage > 0 ? day.airplane.flaps[stage - 1].vfeKias : day.vaKias;
  const sounding = day.technique.slowSpeed === 'warning-sounding';
  // The warner comes with the angle of attack: in the turn it sounds earlier, as the stall comes earlier.
  const inTurn = warning * Math.sqrt(loadFactor(bankDeg));
  const low = sounding ? inBank + 2 : Math.max(warning, inBank);
  const high = Math.min(Math.max(low + BAND_KT, inTurn + ABOVE_WARNING_KT), limit, day.vaKias);
  const byPolicy = {
    'above-warning': [warning + ABOVE_WARNING_KT, { code: 'above-warning' }],
    'above-stall': [
      Math.max(stall + ABOVE_STALL_KT, warning + 1),
      { code: 'above-stall', params: { kt: ABOVE_STALL_KT } },
    ],
    'warning-sounding': [Math.max(warning - 2, inBank + 2), { code: 'warning-sounding' }],
  }[day.technique.slowSpeed] as [number, Coded];
  const wanted = day.input.airspeedKias ?? byPolicy[0];
  const kias = Math.min(Math.max(Math.ceil(wanted - 0.2), Math.ceil(low)), Math.floor(high));
  const why =
    day.input.airspeedKias === undefined
      ? byPolicy[1]
      : kias === Math.ceil(wanted - 0.2)
        ? { code: 'chosen' }
        : { code: 'nearest-to-wish' };
  return {
    kias,
    why,
    windowKias: roundWindow([low, high]),
    windowWhy: [
      sounding ? { code: 'stall-and', params: { bankDeg, kt: 2 } } : { code: 'stall-warning' },
      { code: 'no-longer-slow' },
    ],
  };
}

/** Slow and clean first, where it begins so: the flaps go out from there, and slow flight is not left. */
function cleanFirst(day: Day, bankDeg: number): Flown['params'] {
  if (day.variant !== TRANSITION) return {};
  const { kias } = slowSpeed({ ...day, input: { ...day.input, airspeedKias: undefined } }, 0, bankDeg);
  return { cleanKias: kias, cleanPower: kias === null ? null : powerFor(day, kias, { stage: 0 })?.value };
}

function fly(day: Day): Flown {
  const { airplane, technique, variant } = day;
  const stage = stageOf(airplane, endsIn(variant));
  const bankDeg = day.input.bankDeg ?? technique.slowBankDeg;
  const speed = slowSpeed(day, stage, bankDeg);
  const kias = speed.kias as number;
  const level = powerFor(day, kias, { stage });
  const turning = powerFor(day, kias, { stage, bankDeg });
  const climb = climbAt(day, kias, stage);
  const warning = warningKias(day, stage);
  const least = day.model ? leastPowerKias(day.model, circumstance(day, { stage })) : null;
  // Only where it is true of this airplane at this weight.
  const behind = least !== null && kias < least;
  const turnAdd = level && turning ? turning.value - level.value : null;
  return {
    bankDeg,
    stage,
    speed,
    power: powerOf(day, level, level),
    flaps: flapSchedule(day, stage, kias),
    figures: [
      figure('warning-sounds-at', warning.kias, 'kias', {
        from: warning.from,
        params: { stallKias: stallKias(day, stage) },
      }),
      figure('least-power', least, 'kias', {
        from: day.model?.from.shaftPower,
        params: least === null ? { known: false } : { behind },
      }),
      figure('climb-left', climb?.fpm ?? null, 'ft/min', { from: climb?.from }),
      figure('added-in-turn', turnAdd === null ? null : `+${Math.max(0, turnAdd)}`, day.powerUnit, {
        from: turning?.from,
        params: { bankDeg, stallKias: stallKias(day, stage, bankDeg) },
      }),
    ],
    params: { leastPowerKias: least, ...cleanFirst(day, bankDeg) },
  };
}
