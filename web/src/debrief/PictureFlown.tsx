/** The brief's picture with the attempt flown in it: the cursor on its line, and what happened by its number. */
import { type AttemptScore, happened, type Picture, rowAt, type Units } from '@keel/core';
import type { Dot } from '../pictures/Dots.tsx';
import { PictureView } from '../pictures/Picture.tsx';
import { withSub } from '../pictures/PictureWords.tsx';

interface Props {
  attempt: AttemptScore;
  units: Units;
  picture: Picture;
  timeS: readonly number[];
  cursorS: number;
  setCursorS: (atS: number) => void;
}

export function PictureFlown({ attempt, units, picture, timeS, cursorS, setCursorS }: Props) {
  const dots: Dot[] = [
    ...happened(attempt, units).map(({ atS }, i) => ({ row: rowAt(timeS, atS), text: String(i + 1) })),
    { row: rowAt(timeS, cursorS), text: '' },
  ];
  return (
    <>
      <h3 style={{ fontSize: '1rem' }}>{withSub(picture.title)}</h3>
      <PictureView picture={picture} dots={dots} go={(row) => setCursorS(timeS[row])} />
    </>
  );
}
