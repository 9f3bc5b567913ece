/** Steady level turns. Source: FAA-H-8083-25, aerodynamics of flight; ω = g tan φ / V, R = V² / (g tan φ). */
import { degrees, radians } from '../units/angles.ts';
import { FT_TO_M, G0_MPS2, KT_TO_MPS } from '../units/convert.ts';

/** n = 1 / cos φ. */
export const loadFactor = (bankDeg: number): number => 1 / Math.cos(radians(bankDeg));

/** Rate of turn, °/s, at a bank and a true airspeed. */
export const turnRateDegPerS = (bankDeg: number, tasKt: number): number =>
  degrees((G0_MPS2 * Math.tan(radians(bankDeg))) / (tasKt * KT_TO_MPS));

/** Radius of turn, ft. */
export const turnRadiusFt = (bankDeg: number, tasKt: number): number =>
  (tasKt * KT_TO_MPS) ** 2 / (G0_MPS2 * Math.tan(radians(bankDeg))) / FT_TO_M;

/** The bank, °, that gives a rate of turn (°/s) at a true airspeed in a coordinated turn. */
export const bankForTurnRateDeg = (rateDegPerS: number, tasKt: number): number =>
  degrees(Math.atan((radians(rateDegPerS) * tasKt * KT_TO_MPS) / G0_MPS2));

/** Where to begin the roll-out, in degrees of heading before the new one: half the bank [common practice]. */
export const rollOutLeadDeg = (bankDeg: number): number => Math.floor(Math.abs(bankDeg) / 2);

/** Height, ft, that a change of speed is worth at constant energy: V ΔV / g, about the mean speed. */
export function heightWorthFt(fromTasKt: number, toTasKt: number): number {
  const from = fromTasKt * KT_TO_MPS;
  const to = toTasKt * KT_TO_MPS;
  return (to * to - from * from) / (2 * G0_MPS2) / FT_TO_M;
}

/** Degrees of heading turned while rolling from a bank to level at a steady rate: ∫ (g/V) tan φ dt = (g/V p) ln sec φ. */
export const rollOutLeadFor = (bankDeg: number, tasKt: number, rollDegPerS: number): number =>
  degrees((G0_MPS2 / (tasKt * KT_TO_MPS)) * -Math.log(Math.cos(radians(bankDeg)))) / radians(rollDegPerS);
