/** Where it is in the pattern: from above with the runway upright, and its height against the way down. */
import type { PatternFigures, TrainerSnapshot } from '@keel/core';
import { useEffect, useRef, useState } from 'react';
import { numberText } from '../../parts/format.ts';
import './pattern.css';

type Place = NonNullable<TrainerSnapshot['field']>;
interface Gone {
  timeS: number;
  alongFt: number;
  outFt: number;
  fieldFt: number;
}

interface Props {
  pattern: PatternFigures;
  /** Of the runway. */
  lengthFt: number;
  at: Place;
  timeS: number;
}

const KEPT_EVERY_S = 1;
const MOST_KEPT = 900;
/** What is drawn, ft: beyond the far end and before the threshold; out to the side of the pattern, and to the other. */
const FAR_FT = 11_000;
const WIDE_FT = 7500;
const OTHER_FT = 1800;
const WIDTH = 300;
const HEIGHT = 150;

export function PatternMap({ pattern, lengthFt, at, timeS }: Props) {
  const gone = useGone(at, timeS);
  const { baseFt, widthFt, patternFt, side, pathDeg, gateFt } = pattern;
  const nearFt = baseFt + 4500;
  const scale = Math.min(WIDTH / (FAR_FT + nearFt), HEIGHT / (WIDE_FT + OTHER_FT));
  // The runway lies along the picture, landing to the right; the pattern is on its own side.
  const x = (alongFt: number) => (alongFt + nearFt) * scale;
  const y = (outFt: number) => (side === 'left' ? WIDE_FT - outFt : OTHER_FT + outFt) * scale;
  const ideal = [
    [0, 0],
    [9000, 0],
    [9000, widthFt],
    [-baseFt, widthFt],
    [-baseFt, 0],
    [0, 0],
  ];
  const line = (points: readonly (readonly number[])[]) =>
    points.map(([along, out]) => `${x(along).toFixed(1)},${y(out).toFixed(1)}`).join(' ');
  return (
    <figure className="pattern-map">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={whereSaid(at)}>
        <polyline className="pattern-ideal" points={line(ideal)} />
        <rect className="pattern-runway" x={x(0)} y={y(0) - 2.5} width={lengthFt * scale} height={5} />
        <polyline
          className="pattern-gone"
          points={line(gone.map(({ alongFt, outFt }) => [alongFt, outFt]))}
        />
        <circle className="pattern-at" cx={x(at.alongFt)} cy={y(at.outFt)} r={4.5} />
      </svg>
      <WayDown at={at} gone={gone} pathDeg={pathDeg} gateFt={gateFt} patternFt={patternFt} />
      <figcaption className="small">
        <strong>{numberText(Math.max(0, at.fieldFt))} ft</strong> above the field
      </figcaption>
    </figure>
  );
}

/** For those who do not see the drawing. */
function whereSaid({ fieldFt, outFt, alongFt }: Place): string {
  const side =
    Math.abs(outFt) < 50
      ? 'on the line of the runway'
      : `${numberText(Math.abs(outFt))} ft ${outFt > 0 ? 'out from' : 'on the other side of'} the line of the runway`;
  const along = `${numberText(Math.abs(alongFt))} ft ${alongFt < 0 ? 'before' : 'past'} the threshold`;
  return `From above: ${numberText(Math.max(0, fieldFt))} ft above the field, ${side}, ${along}`;
}

const DOWN_HEIGHT = 84;

/** Height over the last two miles before the threshold, and the way down with a degree to either side. */
function WayDown(props: {
  at: Place;
  gone: readonly Gone[];
  pathDeg: number;
  gateFt: number;
  patternFt: number;
}) {
  const { at, gone, pathDeg, gateFt, patternFt } = props;
  const fromFt = 12_000;
  const toFt = 3000;
  const topFt = patternFt + 150;
  const x = (alongFt: number) => ((alongFt + fromFt) / (fromFt + toFt)) * WIDTH;
  const y = (ft: number) => DOWN_HEIGHT - 6 - (ft / topFt) * (DOWN_HEIGHT - 12);
  const way = (deg: number) => {
    const slope = Math.tan((deg * Math.PI) / 180);
    const away = Math.min(fromFt, topFt / slope);
    return `${x(-away)},${y(away * slope)} ${x(AIM_FT)},${y(0)}`;
  };
  const onFinal = gone.filter(
    ({ outFt, alongFt }) => Math.abs(outFt) < 900 && alongFt > -fromFt && alongFt < toFt,
  );
  return (
    <svg viewBox={`0 0 ${WIDTH} ${DOWN_HEIGHT}`} aria-hidden="true">
      <polygon
        className="pattern-band"
        points={`${way(pathDeg + 1)} ${way(pathDeg - 1)
          .split(' ')
          .reverse()
          .join(' ')}`}
      />
      <polyline className="pattern-ideal" points={way(pathDeg)} />
      <line className="pattern-gate" x1={0} x2={WIDTH} y1={y(gateFt)} y2={y(gateFt)} />
      <text x={4} y={y(gateFt) - 3}>
        gate {numberText(gateFt)} ft
      </text>
      <line className="pattern-ground" x1={x(0)} x2={WIDTH} y1={y(0)} y2={y(0)} />
      <polyline
        className="pattern-gone"
        points={onFinal.map(({ alongFt, fieldFt }) => `${x(alongFt)},${y(Math.max(0, fieldFt))}`).join(' ')}
      />
      {Math.abs(at.outFt) < 900 && at.alongFt > -fromFt && at.alongFt < toFt && (
        <circle className="pattern-at" cx={x(at.alongFt)} cy={y(Math.max(0, at.fieldFt))} r={4.5} />
      )}
    </svg>
  );
}

/** Where the way down meets the runway, past its threshold. */
const AIM_FT = 400;

/** Where it has been, a point a second; begun again, it begins again. */
function useGone({ alongFt, outFt, fieldFt }: Place, timeS: number): readonly Gone[] {
  const kept = useRef<Gone[]>([]);
  const [, shown] = useState(0);
  useEffect(() => {
    const last = kept.current.at(-1)?.timeS ?? Number.NEGATIVE_INFINITY;
    if (timeS - last < KEPT_EVERY_S) return;
    const before = timeS - last > 5 ? [] : kept.current.slice(-MOST_KEPT);
    kept.current = [...before, { timeS, alongFt, outFt, fieldFt }];
    shown(timeS);
  }, [timeS, alongFt, outFt, fieldFt]);
  return kept.current;
}
