/** One lane, live: the target a straight line, the band about it, the line flown so far, the demonstration dashed. */
import type { Lane } from '@keel/core';
import { usedOf } from '@keel/core';
import { numberText, PARAMETER_NAMES, signed, unitMark } from '../../parts/format.ts';
import { LANE_HEIGHT, laneY, linePath } from '../../sight/lane-drawing.ts';

const WIDTH = 300;

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
  const used = judged ? usedOf(lane, deviation) : 0;
  const state = used > 1 ? 'above' : used < -1 ? 'below' : undefined;
  const line = flown.map(({ atS, deviation: d }): [number, number] => [x(atS), laneY(usedOf(lane, d))]);
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
      <svg viewBox={`0 0 ${WIDTH} ${LANE_HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
        <rect className="lane-band" x="0" y={laneY(1)} width={WIDTH} height={laneY(-1) - laneY(1)} />
        <line className="lane-target" x1="0" x2={WIDTH} y1={laneY(0)} y2={laneY(0)} />
        <path
          className="lane-shown"
          d={linePath(
            shown
              .map((d, i): [number, number] => [x(i * shownStepS), laneY(usedOf(lane, d))])
              .filter(([px]) => px <= WIDTH),
          )}
        />
        <path className="lane-flown" d={linePath(line)} />
        {tip && <circle className="lane-tip" cx={Math.min(WIDTH - 5, tip[0])} cy={tip[1]} r="5" />}
      </svg>
    </div>
  );
}
