/** The card of slow flight. */
import {
  circumstance,
  type Day,
  powerFor,
  powerWords,
  speedWords,
  stageOf,
  stallKias,
  warningKias,
} from '../../card/day.ts';
import { climbAt, figure, powerOf, roundWindow } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Flown, SpeedChoice } from '../../card/flown.ts';
import {
  carburettorCaution,
  flapCaution,
  hasHeat,
  heatThen,
  pitchFirst,
  SPIN_RECOVERY,
  steadyEntry,
} from '../../card/words.ts';
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
  purpose: 'The flare, and the go-around from it: how the airplane feels when it nearly does not fly.',
  heeds: ['slowSpeed', 'slowFlaps', 'slowBankDeg', 'recoveryTrim', 'flapRetraction', 'changeOrder'],
  ownFigures: ['stall-speed', 'stall-loss'],
  bankIsLimit: true,
  lossFt: 200,
  gainFt: 150,
  picture: powerCurvePicture,
  travels: true,
  steepest: ({ technique }) => ({ deg: technique.slowBankDeg, why: 'the school’s limit in slow flight' }),
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
    'above-warning': [warning + ABOVE_WARNING_KT, 'just above the warning at today’s weight'],
    'above-stall': [Math.max(stall + ABOVE_STALL_KT, warning + 1), '7 kt above the stall at today’s weight'],
    'warning-sounding': [
      Math.max(warning - 2, inBank + 2),
      'with the warner sounding, as this school flies it',
    ],
  }[day.technique.slowSpeed] as [number, string];
  const wanted = day.input.airspeedKias ?? byPolicy[0];
  const kias = Math.min(Math.max(Math.ceil(wanted - 0.2), Math.ceil(low)), Math.floor(high));
  const why =
    day.input.airspeedKias === undefined
      ? byPolicy[1]
      : kias === Math.ceil(wanted - 0.2)
        ? 'chosen for today'
        : 'as near the wish as the window allows';
  return {
    kias,
    why,
    windowKias: roundWindow([low, high]),
    windowWhy: [
      sounding ? `the stall at ${bankDeg}° and 2 kt` : 'the stall warning',
      'faster than this is no longer slow flight',
    ],
  };
}

/** Slow and clean first: the flaps go out from there, and slow flight is not left. */
function cleanSteps(day: Day, bankDeg: number): string[] {
  const { kias } = slowSpeed({ ...day, input: { ...day.input, airspeedKias: undefined } }, 0, bankDeg);
  const power = kias === null ? null : powerFor(day, kias, { stage: 0 });
  return [
    `First clean: ${speedWords(day, kias ?? 0)}, power about ${powerWords(day, power?.value)}; hold it ten seconds and more, trimmed`,
    'Then from slow to slower: with each stage of flaps the nose comes down a little, power in for the drag; the altitude stays',
  ];
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
  const sounding = technique.slowSpeed === 'warning-sounding';
  const lowestLimit = stage > 0 ? airplane.flaps[stage - 1].vfeKias : null;
  const turnAdd = level && turning ? turning.value - level.value : null;
  return {
    bankDeg,
    stage,
    speed,
    power: powerOf(day, level, level),
    flaps: flapSchedule(day, stage, kias),
    figures: [
      figure(
        'Warning sounds at',
        warning.kias,
        'kias',
        `stall ${speedWords(day, stallKias(day, stage))} level`,
        {
          from: warning.from,
        },
      ),
      figure(
        'Least power at',
        least,
        'kias',
        behind
          ? 'slower than this asks for more power, and you are'
          : 'today’s target is not slower: no back side at this speed',
        {
          from: day.model?.from.shaftPower,
        },
      ),
      figure('Climb left', climb?.fpm ?? null, 'ft/min', 'full throttle, as you are', { from: climb?.from }),
      figure(
        `In a ${bankDeg}° turn`,
        turnAdd === null ? null : `+${Math.max(0, turnAdd)}`,
        day.powerUnit,
        `stall ${speedWords(day, stallKias(day, stage, bankDeg))} in the turn`,
        { from: turning?.from },
      ),
    ],
    steps: [
      steadyEntry(day, null),
      heatThen(
        day,
        pitchFirst(day)
          ? 'hold the altitude with the nose, power back with it, trim as the speed goes'
          : 'power back; raise the nose as the speed goes, altitude stays; trim',
      ),
      ...(variant === TRANSITION ? cleanSteps(day, bankDeg) : []),
      ...(stage === 0
        ? []
        : technique.slowFlaps === 'stages'
          ? [
              `Flaps in ${stage} ${stage === 1 ? 'stage' : 'stages'}, each below its limit; hold the nose as it rises`,
            ]
          : [
              `Below ${speedWords(day, lowestLimit ?? 0, true)} all flaps at once; a firm push, it wants to rise`,
            ]),
      `Near ${speedWords(day, kias)} power up to about ${powerWords(day, level?.value)}${behind ? ': behind the curve slower takes more' : ' to hold level'}`,
      'Speed by pitch, altitude by power; right rudder, more of it with the power; trim',
      'It is quieter, the nose high, the controls slack, the view ahead gone: the horizon along the side window tells the wings',
      `Turns at ${bankDeg}° at most, a little power in, roll out ${Math.max(5, Math.round(bankDeg / 2))} to ${bankDeg}° early`,
      'Climb and descend with power alone; the speed stays',
      `Recover: full power, nose down to hold altitude${hasHeat(day) ? ', heat off' : ''}${stage > 0 ? `, flaps up a stage at a time ${technique.flapRetraction === 'by-speed' ? 'as the speed builds' : 'with a climb showing'}` : ''}, ${technique.recoveryTrim === 'during' ? 'trimming as you go' : 'then trim'}, cruise power last`,
    ],
    usualFaults: [
      'Sinking because the power comes late',
      'Rising as the flaps go out',
      'Heading drifting left: too little right rudder',
    ],
    cautions: [
      ...(sounding
        ? [
            'This school flies it with the warner sounding. The FAA standard does not: there it must stay silent, and a sounding warner is a critical finding.',
          ]
        : ['When the warning sounds: nose down a little, power; then find the speed again.']),
      ...flapCaution(day, stage),
      ...carburettorCaution(day),
      'Keep the ball in the middle. A stall with the ball out can become a spin.',
      SPIN_RECOVERY,
    ],
  };
}
