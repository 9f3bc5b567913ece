/** A card's picture, and what the card becomes when its mark is dragged. */
import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import type { Picture } from '../card/picture.ts';
import type { PictureTargets } from '../kits/attempt/picture.ts';
import { requireRoom } from '../maneuvers/registry.ts';

export const picturePlanned = (card: TargetCard, airplane: Airplane): Picture =>
  requireRoom(card.maneuver).card.picture.plan(card, airplane);

/** Where the mark may be dragged: null for a picture without one. */
export const pictureMark = (card: TargetCard) => requireRoom(card.maneuver).card.picture.move ?? null;

/** @returns null where the mark may not go. */
export const pictureMoved = (
  card: TargetCard,
  airplane: Airplane,
  [x, y]: readonly [number, number],
): PictureTargets | null => pictureMark(card)?.(card, airplane, x, y) ?? null;
