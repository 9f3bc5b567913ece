/** What is practised beside the lesson's cards needs a card too, for whoever coaches by one, and has no demonstration. */
import { targetCard } from '../brief/target-card.ts';
import type { TargetCard } from '../card/card.ts';
import { DEFAULT_STANDARD_ID, findStandard } from '../standards/standards.ts';
import type { Lane } from './lanes.ts';
import type { Demonstration, TrainerOptions } from './trainer-types.ts';

interface Beside {
  maneuver: string;
  title: string;
  groundFt: number;
  entry: Partial<TargetCard['entry']> & { headingDeg: number };
}

/** Of the lesson's airplane and weight; without a speed, a power or a tolerance of the whole, since each part has its own. */
export function cardBeside(
  { airplane, card: { weightLb } }: TrainerOptions,
  { maneuver, title, groundFt, entry }: Beside,
): TargetCard {
  const plain = targetCard({
    airplane,
    standard: findStandard(DEFAULT_STANDARD_ID)!,
    maneuver: 'straight-and-level',
    weightLb,
    groundFt,
    headingDeg: entry.headingDeg,
  });
  return {
    ...plain,
    maneuver,
    variant: 'standard',
    title,
    entry: { ...plain.entry, airspeedKias: null, ...entry },
    power: null,
    tolerances: [],
  };
}

export const nothingShown = (lanes: readonly Lane[]): Demonstration => ({
  stepS: 1,
  lanes: lanes.map(() => []),
  attitude: { pitchDeg: 0, bankDeg: 0 },
});
