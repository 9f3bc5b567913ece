/** The words in a picture: axes, lines by their names, zones and notes. */
import type { Picture, PictureLine, PicturePanel } from '@keel/core';
import type { ReactNode } from 'react';
import { VSpeed } from '../parts/VSpeed.tsx';
import { type Frame, LEFT, RIGHT, stagger, xPlace, yPlace } from './layout.ts';

/** A V-speed is written with its index below the line. */
export function withSub(text: string): ReactNode {
  const found = /^(.*?)V_([A-Z]+)(.*)$/.exec(text);
  if (!found) return text;
  const [, before, index, after] = found;
  return (
    <>
      {before}
      <VSpeed of={index} />
      {withSub(after)}
    </>
  );
}

/** About how wide a letter is. */
const LETTER_PX = 7.4;

const runsUp = ({ points }: PictureLine): boolean => points.length === 2 && points[0][0] === points[1][0];

/** On which side of a place its words have room. The target's stand there, notes about it across. */
export const sideOf = (place: number, width: number): 'left' | 'right' =>
  place < width * 0.55 ? 'right' : 'left';

interface Props {
  picture: Picture;
  placed: readonly Frame[];
  width: number;
}

export function PictureWords({ picture, placed, width }: Props) {
  const { x } = picture;
  return (
    <>
      {picture.panels.map((panel, k) => (
        <PanelWords key={panel.y.label} picture={picture} panel={panel} frame={placed[k]} width={width} />
      ))}
      <span className="picture-axis" style={{ right: 18, bottom: 0 }}>
        {x.label}
        {x.unit !== '°' && `, ${x.unit}`}
      </span>
    </>
  );
}

function PanelWords(props: { picture: Picture; panel: PicturePanel; frame: Frame; width: number }) {
  const { picture, panel, frame, width } = props;
  const first = panel === picture.panels[0];
  const left = (value: number) => xPlace(picture.x, width, value);
  const top = (value: number) => yPlace(panel, frame, value);
  const upright = panel.lines.filter((line) => line.name && runsUp(line));
  const rows = stagger(upright.map(({ points }) => left(points[0][0])));
  const others = panel.lines.filter((line) => line.name && !runsUp(line) && line.points.length > 0);
  return (
    <>
      <span className="picture-axis" style={{ left: first ? 0 : LEFT, top: frame.top - (first ? 27 : 21) }}>
        {panel.y.label}
        {panel.y.unit !== '°' && `, ${panel.y.unit}`}
      </span>
      {panel.zones
        .filter(({ name }) => name)
        .map(({ name, x, y, kind }) => (
          <span
            key={name}
            className="picture-zone"
            data-kind={kind}
            style={
              kind === 'loss'
                ? { right: width - left(x[1]) + 6, top: (top(y[0]) + top(y[1])) / 2 - 10 }
                : left(x[0]) + 6 + LETTER_PX * name.length > width - RIGHT
                  ? { right: RIGHT + 4, top: top(y[0]) - 22 }
                  : { left: left(x[0]) + 6, top: top(y[0]) - 22 }
            }
          >
            {name}
          </span>
        ))}
      {upright.map((line, i) => {
        const at = left(line.points[0][0]);
        const style =
          at + LETTER_PX * line.name.length > width ? { right: width - at + 5 } : { left: at + 5 };
        return (
          <span
            key={line.name}
            className="picture-line"
            style={{ ...style, top: frame.top + 2 + 22 * rows[i] }}
          >
            {withSub(line.name)}
          </span>
        );
      })}
      {others.map((line) => (
        <LineName key={line.name} line={line} left={left} top={top} width={width} frame={frame} />
      ))}
      {panel.notes.map(({ at, text }) => (
        <span
          key={text}
          className="picture-note"
          style={
            sideOf(left(at[0]), width) === 'left' && panel.target === null
              ? { right: width - left(at[0]) + 10, top: top(at[1]) - 28 }
              : { left: left(at[0]) + 16, top: top(at[1]) - 9, maxWidth: width - left(at[0]) - 22 }
          }
        >
          {withSub(text)}
        </span>
      ))}
    </>
  );
}

/** At the end of its line; a limit's on the side that is closed. */
function LineName(props: {
  line: PictureLine;
  left: (value: number) => number;
  top: (value: number) => number;
  width: number;
  frame: Frame;
}) {
  const { line, left, top, width, frame } = props;
  const { name, points, shut, kind } = line;
  const level = points[0][1] === points[points.length - 1][1];
  const end = points[points.length - 1];
  const inside = (place: number) => Math.min(frame.top + frame.height - 24, Math.max(frame.top + 1, place));
  // Inside the closed side; where the line is bent that is the corner under its end.
  const style = shut
    ? level
      ? { left: LEFT + 6, top: inside(top(end[1]) + (shut === 'below' ? 4 : -25)) }
      : { right: 60, top: frame.top + frame.height - 27 }
    : level || left(end[0]) > width - 90
      ? { right: width - left(end[0]) + 6, top: inside(top(end[1]) - 24) }
      : { left: Math.min(left(end[0]) - 22, width - LETTER_PX * name.length), top: inside(top(end[1]) - 24) };
  return (
    <span className="picture-line" data-kind={kind} style={style}>
      {withSub(name)}
    </span>
  );
}
