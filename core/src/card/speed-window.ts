/** Where it is safe to turn steeply: above the accelerated stall with margin, not above V_A at today's weight. */

import { maneuveringSpeedKias, stallSpeedKias } from '../airplane/limits.ts';
import type { Airplane } from '../airplane/schema.ts';
import type { Coded } from '../coded.ts';
import { loadFactor } from '../mechanics/turning.ts';
import type { Technique } from '../technique/technique.ts';
import { clamp } from '../units/numbers.ts';

/** A speed that is chosen, or dragged to, keeps so far from V_A where there is room: a gust or a lowered nose is not yet above it. */
const NEAREST_VA_KT = 5;

/** Kept between the accelerated stall and the slowest entry: about where a warning begins. */
export const STALL_MARGIN_KT = 5;

interface SpeedWindow {
  stallLevelKias: number;
  stallInBankKias: number;
  vaKias: number;
  /** [slowest, fastest] entry speed, KIAS; null when no speed is safe. */
  windowKias: [number, number] | null;
}

/** Speeds are flown in whole knots: a window in which there is none is none. */
export const holdsAKnot = (slowest: number, fastest: number): boolean =>
  Math.ceil(slowest) <= Math.floor(fastest);

export function speedWindow(airplane: Airplane, weightLb: number, bankDeg: number): SpeedWindow {
  const stallLevelKias = stallSpeedKias(airplane, { weightLb });
  const stallInBankKias = stallSpeedKias(airplane, { weightLb, loadFactor: loadFactor(bankDeg) });
  const vaKias = maneuveringSpeedKias(airplane, weightLb);
  const slowest = stallInBankKias + STALL_MARGIN_KT;
  return {
    stallLevelKias,
    stallInBankKias,
    vaKias,
    windowKias: holdsAKnot(slowest, vaKias) ? [slowest, vaKias] : null,
  };
}

/** The stall speed against bank, for the picture: [bank °, KIAS] from level to `toDeg`. */
export const stallCurve = (airplane: Airplane, weightLb: number, toDeg = 60): [number, number][] =>
  Array.from({ length: toDeg / 2 + 1 }, (_, i): [number, number] => [
    2 * i,
    stallSpeedKias(airplane, { weightLb, loadFactor: loadFactor(2 * i) }),
  ]);

/**
 * The entry speed: the one asked for when it is inside the window; else by the school's policy the maker's, the
 * fastest that leaves the tolerance below V_A, or the middle; what does not fit gives way to the next of these.
 * Whole knots, and never outside the window.
 */
export function chooseEntrySpeed(
  window: [number, number],
  options: {
    wantedKias?: number;
    makersKias?: number;
    toleranceKt: number;
    policy?: Technique['entrySpeed'];
  },
): { kias: number; why: Coded } {
  const [slowest, fastest] = window;
  const inside = (kias: number) => kias >= slowest && kias <= fastest;
  const highest = holdsAKnot(slowest, fastest - NEAREST_VA_KT) ? fastest - NEAREST_VA_KT : fastest;
  const whole = (kias: number) => clamp(Math.round(kias), Math.ceil(slowest), Math.floor(highest));
  const { wantedKias, makersKias, toleranceKt, policy = 'makers' } = options;
  if (wantedKias !== undefined) {
    const kias = whole(wantedKias);
    if (inside(wantedKias) && wantedKias > highest)
      return { kias, why: { code: 'below-va', params: { kt: NEAREST_VA_KT } } };
    return { kias, why: { code: inside(wantedKias) ? 'chosen' : 'nearest-to-wish' } };
  }
  const middle = whole((slowest + fastest) / 2);
  if (policy === 'middle') return { kias: middle, why: { code: 'middle' } };
  if (policy === 'makers' && makersKias !== undefined && inside(makersKias))
    return makersKias > highest
      ? { kias: whole(makersKias), why: { code: 'below-va', params: { kt: NEAREST_VA_KT } } }
      : { kias: makersKias, why: { code: 'makers' } };
  const params = { toleranceKt };
  const then = (code: string): Coded =>
    policy !== 'makers' || makersKias === undefined
      ? { code, params }
      : { code: 'makers-outside', params: { ...params, makersKias, next: code } };
  const withTolerance = Math.floor(fastest - toleranceKt);
  return inside(withTolerance)
    ? { kias: withTolerance, why: then('va-less-tolerance') }
    : { kias: middle, why: then('narrow-window') };
}
