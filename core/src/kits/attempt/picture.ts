/** How a maneuver's picture is drawn: planned from its card, and flown from an attempt. */
import type { Airplane } from '../../airplane/schema.ts';
import type { TargetCard } from '../../card/card.ts';
import type { Picture, PictureKind } from '../../card/picture.ts';
import type { Track } from '../../recording/track/track.ts';
import { speedIn } from '../../units/convert.ts';
import { roundTo } from '../../units/numbers.ts';
import type { Attempt, ScoringContext } from './attempt.ts';

/** What a dragged mark asks of the card. */
export interface PictureTargets {
  airspeedKias?: number;
  bankDeg?: number;
  altitudeFt?: number;
}

/** An attempt to be drawn: on which rows, against which bands. */
export interface FlownCase {
  track: Track;
  attempt: Attempt;
  context: ScoringContext;
  /** Rows of the recording, as the keel has them. */
  rows: readonly number[];
  /** What judged a parameter, by its name; undefined where it was not judged. */
  band(parameter: string): { target: number; low: number; high: number } | undefined;
}

export interface PicturePart {
  kind: PictureKind;
  plan(card: TargetCard, airplane: Airplane): Picture;
  /** What the card becomes where its mark is dragged to a place; null where the mark may not go. Left out: it has none. */
  move?(card: TargetCard, airplane: Airplane, x: number, y: number): PictureTargets | null;
  /** Null where the recording has nothing to draw. */
  flown(flown: FlownCase): Picture | null;
}

/** A quantity on the keel's rows; null outside the attempt. */
export const within = (
  { track: { timeS }, attempt, rows }: FlownCase,
  read: (row: number) => number,
  digits = 1,
  [beforeS, afterS]: readonly [number, number] = [0, 0],
): (number | null)[] =>
  rows.map((row) => {
    if (timeS[row] < attempt.startS - beforeS || timeS[row] > attempt.endS + afterS) return null;
    const value = read(row);
    return Number.isNaN(value) ? null : roundTo(value, digits);
  });

export const shownUnit = ({ airplane }: ScoringContext): 'kt' | 'mph' => airplane?.speedUnit ?? 'kt';

export const airspeedOf = (flown: FlownCase): ((row: number) => number) => {
  const unit = shownUnit(flown.context);
  return (row) => speedIn(flown.track.airspeedKt.values[row], unit);
};
