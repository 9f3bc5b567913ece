/** Which of an airplane's own figures belong on a maneuver's card. They stand beside the book's and replace none. */
import type { Airplane } from '../airplane/schema.ts';
import type { OwnFigure } from './schema.ts';

const STALLS = ['power-off-stall', 'power-on-stall', 'stall-series', 'slow-flight'];
const NEAR_KT = 7.5;

export function figuresForCard(
  { ownFigures = [] }: Airplane,
  card: { maneuver: string; kias: number | null; stage: number },
): OwnFigure[] {
  const { maneuver, kias, stage } = card;
  const levels = ownFigures
    .filter(
      (figure) => figure.kind === 'level-rpm' && kias !== null && Math.abs(figure.kias! - kias) <= NEAR_KT,
    )
    .sort((a, b) => Math.abs(a.kias! - kias!) - Math.abs(b.kias! - kias!));
  // A level figure is of flaps up.
  const level = stage === 0 ? levels.slice(0, 1) : [];
  const others = ownFigures.filter(
    ({ kind, stage: at }) =>
      (kind === 'turn-rpm' && maneuver === 'steep-turn') ||
      ((kind === 'stall-speed' || kind === 'stall-loss') && STALLS.includes(maneuver) && at === stage),
  );
  return [...level, ...others];
}
