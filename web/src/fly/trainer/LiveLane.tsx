/** One lane, live: the target a straight line, the band about it, the line flown so far, the demonstration dashed. */
import type { Lane } from '@keel/core';
import { usedOf } from '@keel/core';
import { numberText, PARAMETER_NAMES, signed, unitMark } from '../../parts/format.ts';

const WIDTH = 300;
const HEIGHT = 40;
/** Tolerance used that fits into the lane. */
const SPAN = 1.75;

const yOf = (used: number): number =>
  HEIGHT / 2 - (Math.max(-SPAN, Math.min(SPAN, used)) / SPAN) * (HEIGHT / 2 - 3);

interface Props {
  lane: Lane;
  flown: readonly { atS: number; deviation: number }[];
  shown: readonly number[];
  shownStepS: number;
  /** Seconds across the lane. */
  widthS: number;
  deviation: number;
  judged: boolean;
  speedUnit: { name: string; perKt: number };
}

export function LiveLane({ lane, flown, shown, shownStepS, widthS, deviation, judged, speedUnit }: Props) {
  const x = (atS: number) => (atS / widthS) * WIDTH;
  const path = (points: readonly [number, number][]) =>
    points.map(([px, py], i) => `${i === 0 ? 'M' : 'L'}${px.toFixed(1)} ${py.toFixed(1)}`).join('');
  const used = judged ? usedOf(lane, deviation) : 0;
  const state = used > 1 ? 'above' : used < -1 ? 'below' : undefined;
  const line = flown.map(({ atS, deviation: d }): [number, number] => [x(atS), yOf(usedOf(lane, d))]);
  const tip = line.at(-1);
  const scale = lane.unit === 'kt' ? speedUnit.perKt : 1;
  const unit = lane.unit === 'kt' ? speedUnit.name : lane.unit;
  const value =
    lane.parameter === 'bank'
      ? `${numberText(Math.max(0, deviation + lane.target))}${unitMark(unit)}`
      : `${signed(deviation * scale)}${unitMark(unit)}`;
  return (
    <div className="live-lane" data-state={state}>
      <div className="row spread">
        <strong>{PARAMETER_NAMES[lane.parameter]}</strong>
        <strong className="live-value">
          {value}
          {state && <span className="small"> {state === 'above' ? '▲' : '▼'}</span>}
        </strong>
      </div>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
        <rect className="lane-band" x="0" y={yOf(1)} width={WIDTH} height={yOf(-1) - yOf(1)} />
        <line className="lane-target" x1="0" x2={WIDTH} y1={yOf(0)} y2={yOf(0)} />
        <path
          className="lane-shown"
          d={path(
            shown
              .map((d, i): [number, number] => [x(i * shownStepS), yOf(usedOf(lane, d))])
              .filter(([px]) => px <= WIDTH),
          )}
        />
        <path className="lane-flown" d={path(line)} />
        {tip && <circle className="lane-tip" cx={Math.min(WIDTH - 5, tip[0])} cy={tip[1]} r="5" />}
      </svg>
    </div>
  );
}
