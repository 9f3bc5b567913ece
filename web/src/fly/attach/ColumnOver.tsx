/** A column over the flight, small: from its least to its most, with the line of nought where it crosses it. */
import { brokenLine, numberText } from '@keel/core';

const WIDTH = 96;
const HEIGHT = 26;
const EDGE = 2;

export function ColumnOver({ values, flip }: { values: readonly (number | null)[]; flip: boolean }) {
  const known = values.filter((value) => value !== null).map((value) => (flip ? -value : value));
  if (known.length < 3) return null;
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const span = high - low || 1;
  const y = (value: number) => HEIGHT - EDGE - ((value - low) / span) * (HEIGHT - 2 * EDGE);
  const points = values.map((value, i) =>
    value === null ? null : { x: (i * WIDTH) / (values.length - 1), y: y(flip ? -value : value) },
  );
  const digits = span < 10 ? 1 : 0;
  return (
    <span className="column-over">
      <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
        {low < 0 && high > 0 && (
          <line x1={0} x2={WIDTH} y1={y(0)} y2={y(0)} stroke="var(--rule)" strokeWidth={1} />
        )}
        <path d={brokenLine(points)} fill="none" stroke="var(--ink)" strokeWidth={1.3} />
      </svg>
      <span className="small quiet nowrap">
        {numberText(low, digits)} … {numberText(high, digits)}
      </span>
    </span>
  );
}
