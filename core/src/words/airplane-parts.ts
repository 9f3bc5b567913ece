/** What of an airplane's numbers is meant. */
import type { AirplanePart } from '../airplane/schema.ts';

export const AIRPLANE_PART_WORDS: Record<AirplanePart, string> = {
  speeds: 'speeds',
  flaps: 'flaps and calibration',
  weights: 'weights and balance',
  engine: 'engine, propeller, wing',
  performance: 'cruise, climb, slow flight',
};

/** Which of an airplane's numbers nobody has compared with its own handbook. */
export const uncheckedSaid = (parts: readonly AirplanePart[]): string =>
  `Not yet compared with this airplane’s own handbook: ${parts.map((part) => AIRPLANE_PART_WORDS[part]).join(', ')}.`;
