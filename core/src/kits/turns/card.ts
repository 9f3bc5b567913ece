/** What the cards of turns share: the usual banks, and a stall in a turn. */
import { type Day, powerFor } from '../../card/day.ts';
import { powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';

export const MEDIUM_BANK_DEG = 30;

export const CLIMBING_BANK_DEG = 20;

/** A level turn at a bank: the speed for it, and the power that holds it. */
export function heldLevel(day: Day, bankDeg: number): Pick<Flown, 'bankDeg' | 'stage' | 'speed' | 'power'> {
  const speed = practiceSpeed(day, bankDeg);
  const level = speed.kias === null ? null : powerFor(day, speed.kias);
  const holding = speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg });
  return { bankDeg, stage: 0, speed, power: powerOf(day, level, holding) };
}
