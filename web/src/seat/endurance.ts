/** How long the fuel lasts at the lesson's own burn, less the reserve that is never planned into. */
import type { Lesson } from '@keel/core';

/** By day, under visual rules [14 CFR 91.151]; from memory. */
const RESERVE_MIN = 30;

/**
 * @returns minutes left until the reserve, at least 0; null where the lesson's load says nothing of fuel. A figure to plan
 * by: the gauges and the clock in the airplane come first.
 */
export function fuelLeftMin(plan: Lesson['plan'], flownMin: number): number | null {
  if (!plan || plan.fuelUsedGal === null || plan.fuelLeftGal === null || plan.fuelUsedGal <= 0) return null;
  const galAMin = plan.fuelUsedGal / plan.totalMin;
  return Math.max(0, Math.floor((plan.fuelUsedGal + plan.fuelLeftGal) / galAMin - RESERVE_MIN - flownMin));
}
