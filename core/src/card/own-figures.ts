/** Which of an airplane's own figures belong on a maneuver's card. They stand beside the book's and replace none. */

import type { OwnFigure } from '../airplane/own-figure.ts';
import type { Airplane } from '../airplane/schema.ts';

const NEAR_KT = 7.5;

export function figuresForCard(
  { ownFigures = [] }: Airplane,
  card: { kinds: readonly OwnFigure['kind'][]; kias: number | null; stage: number },
): OwnFigure[] {
  const { kinds, kias, stage } = card;
  const levels = ownFigures
    .filter(
      (figure) => figure.kind === 'level-rpm' && kias !== null && Math.abs(figure.kias! - kias) <= NEAR_KT,
    )
    .sort((a, b) => Math.abs(a.kias! - kias!) - Math.abs(b.kias! - kias!));
  // A level figure is of flaps up.
  const level = stage === 0 ? levels.slice(0, 1) : [];
  // What a turn asks for holds at any stage.
  const others = ownFigures.filter(
    ({ kind, stage: at }) => kinds.includes(kind) && (kind === 'turn-rpm' || at === stage),
  );
  return [...level, ...others];
}
