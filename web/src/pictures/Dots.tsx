/** What stands out on a flown line: the cursor with its figures, and what happened, by its number. */
import { type Picture, powerDigits } from '@keel/core';
import { numberText } from '../parts/format.ts';
import { type Frame, xPlace, yPlace } from './layout.ts';

export interface Dot {
  row: number;
  /** A number in the order of what happened; empty for the cursor. */
  text: string;
}

interface Props {
  picture: Picture;
  placed: readonly Frame[];
  width: number;
  dots: readonly Dot[];
}

const valueText = (value: number, unit: string): string =>
  `${numberText(value, powerDigits(unit))}${unit === '°' ? '°' : ` ${unit}`}`;

export function Dots({ picture, placed, width, dots }: Props) {
  return picture.panels.flatMap((panel, k) =>
    dots.flatMap(({ row, text }) => {
      const [x, y] = [panel.flown?.x[row], panel.flown?.y[row]];
      if (x === null || x === undefined || y === null || y === undefined) return [];
      const left = xPlace(picture.x, width, x);
      const top = yPlace(panel, placed[k], y);
      const group = panel.flown?.group ? picture.groups[panel.flown.group[row]] : undefined;
      const words = [valueText(x, picture.x.unit), valueText(y, panel.y.unit), group]
        .filter(Boolean)
        .join(', ');
      return [
        <span
          key={`${panel.y.label} ${text} ${row}`}
          className="picture-dot"
          data-cursor={text === '' || undefined}
          style={{ left, top }}
          title={words}
        >
          {text}
        </span>,
        ...(text === ''
          ? [
              <span
                key={`${panel.y.label} words`}
                className="picture-here"
                style={
                  left < width * 0.62
                    ? { left: left + 12, top: top - 26 }
                    : { right: width - left + 12, top: top - 26 }
                }
              >
                {words}
              </span>,
            ]
          : []),
      ];
    }),
  );
}
