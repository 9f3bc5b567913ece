/** Pieces that several maneuvers are made of. */

import type { Coded, Params } from '../coded.ts';
import { climbFpm } from '../performance/climb.ts';
import { fullPercent, settingForPercent } from '../performance/level.ts';
import type { Provenance } from '../performance/provenance.ts';
import { clamp, roundTo } from '../units/numbers.ts';
import type { CardFigure, TargetCard } from './card.ts';
import { circumstance, type Day, powerFor, roundPower, stallKias } from './day.ts';
import type { SpeedChoice } from './flown.ts';
import { chooseEntrySpeed, holdsAKnot, STALL_MARGIN_KT, speedWindow } from './speed-window.ts';

export const figure = (
  code: string,
  value: number | string | null,
  unit: string,
  more: { digits?: number; from?: Provenance; params?: Params } = {},
): CardFigure => ({
  code,
  value: typeof value === 'number' ? roundTo(value, more.digits ?? 0) : value,
  unit,
  digits: more.digits ?? 0,
  ...(more.params && { params: more.params }),
  ...(more.from && { from: more.from }),
});

const stallAnd = (bankDeg: number, kt: number): Coded => ({ code: 'stall-and', params: { bankDeg, kt } });
const maneuvering = (weightLb: number): Coded => ({ code: 'maneuvering-speed', params: { weightLb } });

/** Speed for practice in cruise: by the school's policy for entries, inside the window of a bank. */
export function practiceSpeed(day: Day, bankDeg: number, toleranceKt = 10): SpeedChoice {
  const { airplane, weightLb, technique, input } = day;
  const { windowKias } = speedWindow(airplane, weightLb, bankDeg);
  const windowWhy: [Coded, Coded] = [stallAnd(bankDeg, STALL_MARGIN_KT), maneuvering(weightLb)];
  if (!windowKias) return { kias: null, why: { code: 'no-safe-speed-at-bank' }, windowKias: null, windowWhy };
  const chosen = chooseEntrySpeed(windowKias, {
    wantedKias: input.airspeedKias,
    makersKias: airplane.steepTurnKias,
    toleranceKt,
    policy: technique.entrySpeed,
  });
  return { ...chosen, windowKias: roundWindow(windowKias), windowWhy };
}

/**
 * A speed of the book or the maneuver's own, kept inside the safe window: not below the warning and the stall in
 * the bank, not above V_A or the flap limit.
 */
export function bookSpeed(
  day: Day,
  kias: number,
  why: Coded,
  at: { bankDeg?: number; stage?: number; marginKt?: number } = {},
): SpeedChoice {
  const { bankDeg = 0, stage = 0, marginKt = 5 } = at;
  const slowest = stallKias(day, stage, bankDeg) + marginKt;
  const flapLimit = stage > 0 ? day.airplane.flaps[stage - 1].vfeKias : Number.POSITIVE_INFINITY;
  const fastest = Math.min(day.vaKias, flapLimit);
  const windowWhy: [Coded, Coded] = [
    stallAnd(bankDeg, marginKt),
    fastest === day.vaKias
      ? maneuvering(day.weightLb)
      : { code: 'flap-limit', params: { deg: day.airplane.flaps[stage - 1].deg } },
  ];
  if (!holdsAKnot(slowest, fastest))
    return { kias: null, why: { code: 'no-safe-speed' }, windowKias: null, windowWhy };
  const wanted = day.input.airspeedKias ?? kias;
  const chosen = clamp(Math.round(wanted), Math.ceil(slowest), Math.floor(fastest));
  const reason =
    chosen !== Math.round(wanted)
      ? { code: 'outside-window', params: { wantedKias: wanted } }
      : day.input.airspeedKias !== undefined
        ? { code: 'chosen' }
        : why;
  return { kias: chosen, why: reason, windowKias: roundWindow([slowest, fastest]), windowWhy };
}

/** To a tenth, inwards: rounding must not widen a window past a limit. */
export const roundWindow = ([low, high]: [number, number]): [number, number] => [
  Math.ceil(low * 10 - 1e-9) / 10,
  Math.floor(high * 10 + 1e-9) / 10,
];

/** Level power and the power of the maneuver, as the card carries them. */
export function powerOf(
  day: Day,
  level: ReturnType<typeof powerFor>,
  maneuver: ReturnType<typeof powerFor> = level,
): TargetCard['power'] {
  if (!maneuver) return null;
  return {
    levelRpm: level?.value ?? null,
    maneuverRpm: maneuver.value,
    unit: day.powerUnit,
    from: maneuver.from,
  };
}

/** Rate of climb at full throttle, rounded to ten; null without a model. */
export function climbAt(day: Day, kias: number, stage = 0): { fpm: number; from: Provenance } | null {
  if (!day.model) return null;
  const fpm = climbFpm(day.model, kias, circumstance(day, { stage }));
  return { fpm: roundTo(fpm, -1), from: day.model.from.climb };
}

/** Full throttle in the unit that is set: the rpm that a fixed-pitch propeller then settles at is an outcome. */
export function fullThrottle(day: Day, kias: number | null): TargetCard['power'] {
  if (!day.model || kias === null) return null;
  const level = powerFor(day, kias);
  const setting =
    day.technique.powerUnit === '%' || day.powerUnit === '%'
      ? fullPercent(day.model, kias, circumstance(day))
      : settingForPercent(day.model, 100, kias, circumstance(day));
  return powerOf(day, level, { value: roundPower(setting, day.powerUnit), from: day.model.from.shaftPower });
}
