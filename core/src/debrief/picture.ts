/** The brief's picture, flown: the room draws it, held against what judged the attempt. */
import type { Picture } from '../card/picture.ts';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { findRoom } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import type { AttemptScore } from './score.ts';

/** @param rows of the recording, as the keel has them. @returns null where there is nothing to draw. */
export function pictureFlown(
  track: Track,
  attempt: Attempt,
  score: AttemptScore,
  context: ScoringContext,
  rows: readonly number[],
): Picture | null {
  const part = findRoom(attempt.maneuver)?.card.picture;
  if (!part) return null;
  const band = (name: string) => {
    const found = score.parameters.find(({ parameter }) => parameter === name);
    if (!found || found.measured === 'not-measured' || found.target === null) return undefined;
    return { target: found.target, low: found.low, high: found.high };
  };
  return part.flown({ track, attempt, context, rows, band });
}
