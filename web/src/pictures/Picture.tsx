/**
 * A maneuver's picture, at Brief with a mark that can be dragged, at Debrief with the attempt flown in it. One drawing
 * for every maneuver: what is in it comes from the maneuver's room.
 */

import type { Picture } from '@keel/core';
import { figuresIn, KNOTS, whySaid } from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { type KeyboardEvent, type PointerEvent, useMemo } from 'react';
import { useChart } from '../parts/use-chart.ts';
import { useColours } from '../theme/colours.ts';
import { type Dot, Dots } from './Dots.tsx';
import { frames, nearestFlown, valueAtX, valueAtY, xPlace, yPlace } from './layout.ts';
import { pictureOption } from './option.ts';
import { PictureWords, sideOf, withSub } from './PictureWords.tsx';
import './picture.css';

interface PictureProps {
  picture: Picture;
  height?: number;
  /** Where a dragged mark is wanted; left out where it has none or may not be moved. */
  onMove?: (x: number, y: number) => void;
  /** Rows of the attempt that stand out: where the cursor is, and what happened. */
  dots?: readonly Dot[];
  /** The row of a flown point that somebody points at. */
  go?: (row: number) => void;
}

export function PictureView({ picture, height = 340, onMove, dots = [], go }: PictureProps) {
  const { ref, width } = useElementSize();
  const colours = useColours();
  const placed = useMemo(() => frames(picture, height), [picture, height]);
  const option = useMemo(
    () => (width === 0 ? null : pictureOption(picture, height, colours)),
    [picture, height, width, colours],
  );
  const { canvas } = useChart(option);

  const point = (event: PointerEvent<HTMLElement>) => {
    if (!go || (event.pointerType !== 'mouse' && event.buttons === 0)) return;
    const box = event.currentTarget.getBoundingClientRect();
    const found = nearestFlown(picture, placed, width, {
      x: event.clientX - box.left,
      y: event.clientY - box.top,
    });
    if (found) go(found.row);
  };
  return (
    <div className="picture" ref={ref}>
      <div
        className="picture-plot"
        data-touched={onMove ? true : undefined}
        style={{ height }}
        onPointerMove={point}
        onPointerDown={point}
      >
        <div ref={canvas} style={{ height }} role="img" aria-label={picture.title} />
        {width > 0 && (
          <>
            <PictureWords picture={picture} placed={placed} width={width} />
            <Mark picture={picture} placed={placed} width={width} onMove={onMove} />
            <Dots picture={picture} placed={placed} width={width} dots={dots} />
          </>
        )}
      </div>
      {picture.missing.map((why) => (
        <p key={why.code} className="small quiet">
          {whySaid(why, figuresIn(KNOTS))}
        </p>
      ))}
    </div>
  );
}

interface MarkProps {
  picture: Picture;
  placed: ReturnType<typeof frames>;
  width: number;
  onMove?: (x: number, y: number) => void;
}

/** The target: dragged, or moved by the arrow keys where it may be. */
function Mark({ picture, placed, width, onMove }: MarkProps) {
  const [panel] = picture.panels;
  if (!panel?.target) return null;
  const [frame] = placed;
  const { at, text } = panel.target;
  const place = { left: xPlace(picture.x, width, at[0]), top: yPlace(panel, frame, at[1]) };
  const drag = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.parentElement?.getBoundingClientRect();
    if (event.buttons === 0 || !box) return;
    onMove?.(
      valueAtX(picture.x, width, event.clientX - box.left),
      valueAtY(panel, frame, event.clientY - box.top),
    );
  };
  const key = (event: KeyboardEvent) => {
    const tall = panel.y.unit === 'ft' ? 100 : 1;
    const step = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, tall],
      ArrowDown: [0, -tall],
    }[event.key];
    if (!step || !onMove) return;
    event.preventDefault();
    onMove(at[0] + step[0], at[1] + step[1]);
  };
  return (
    <>
      {onMove ? (
        <button
          type="button"
          className="picture-mark"
          aria-label={`Target ${text}. Arrow keys move it.`}
          style={{ left: place.left - 22, top: place.top - 22 }}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={drag}
          onKeyDown={key}
        />
      ) : (
        <span className="picture-mark" style={{ left: place.left - 22, top: place.top - 22 }} />
      )}
      <span
        className="picture-target"
        style={
          sideOf(place.left, width) === 'right'
            ? { left: place.left + 20, top: place.top - 14 }
            : { right: width - place.left + 20, top: place.top - 14 }
        }
      >
        {withSub(text)}
      </span>
    </>
  );
}
