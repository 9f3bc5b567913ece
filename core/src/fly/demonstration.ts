/** A maneuver of the lesson as it is shown: a turn both ways, anything else once, with a habit where one is asked for. */
import type { TargetCard } from '../card/card.ts';
import type { Leg } from './fly-lesson.ts';

/** Seconds between the two turns of a pair: level, and the other way. */
const BETWEEN_S = 6;

export type HabitIn = 'first' | 'second' | 'both';

export function demonstrationLegs(
  card: TargetCard,
  {
    habit = 'none',
    habitIn = 'first',
    habitScale,
  }: { habit?: string; habitIn?: HabitIn; habitScale?: number } = {},
): Leg[] {
  if (card.variant !== 'left' && card.variant !== 'right') return [{ card, habit, habitScale }];
  return (['left', 'right'] as const).map((variant, i) => ({
    card: { ...card, variant },
    habit: habitIn === 'both' || habitIn === (['first', 'second'] as const)[i] ? habit : 'none',
    habitScale,
    ...(i === 0 ? { settleS: BETWEEN_S } : { leadInS: 0 }),
  }));
}
