/** The attempt's keel: bank, altitude and airspeed about what was asked, large figures beside them; the demonstration dashed. */
import {
  type Demonstration,
  type Lane,
  type LiveVerdict,
  lanesOf,
  type TargetCard,
  usedOf,
} from '@keel/core';
import { useMemo } from 'react';
import type { LiveState, Sample } from '../live/use-live-flight.ts';
import { numberText, PARAMETER_NAMES, signed, speedIn, unitMark } from '../parts/format.ts';
import { LANE_HEIGHT, laneY, linePath } from '../sight/lane-drawing.ts';

const WIDTH = 560;
const LOOK_BACK_S = 60;
/** Of the bank asked for. */
const ON_ITS_WAY = 0.7;

interface Props {
  card: TargetCard;
  live: LiveState;
  fresh: boolean;
  attempt: LiveVerdict | null;
  /** The demonstration, where it has been flown by now. */
  demonstration: Demonstration | null;
  speedUnit: string;
}

function measured({ parameter }: Lane, sample: Sample): number | null {
  switch (parameter) {
    case 'bank':
      return sample.bankDeg === null ? null : Math.abs(sample.bankDeg);
    case 'altitude':
      return sample.altitudeFt;
    case 'airspeed':
      return sample.kias;
    case 'heading':
      return sample.headingDeg;
  }
}

/** The demonstration's line over so many seconds. */
function shownPoints(
  { lanes, stepS }: Demonstration,
  index: number,
  lane: Lane,
  forS: number,
): [number, number][] {
  return (lanes[index] ?? [])
    .map((deviation, i): [number, number] => [((i * stepS) / forS) * WIDTH, laneY(usedOf(lane, deviation))])
    .filter(([x]) => x <= WIDTH);
}

export function SeatLanes({ card, live, fresh, attempt, demonstration, speedUnit }: Props) {
  const lanes = useMemo(
    () =>
      lanesOf(card)
        .filter(({ parameter }) => parameter !== 'heading')
        .slice(0, 3),
    [card],
  );
  const { samples } = live;
  const last = samples.at(-1);
  if (!last || !fresh) return <p className="seat-last">No data from the recorder: marks only.</p>;
  const spanned = attempt && attempt.maneuver === card.maneuver && last.timeS - attempt.startS < 240;
  const fromS = spanned ? attempt.startS : last.timeS - LOOK_BACK_S;
  const toS = spanned ? attempt.endS : last.timeS;
  const shown = samples.filter(({ timeS }) => timeS >= fromS && timeS <= toS);
  return (
    <div className="seat-lanes">
      {lanes.map((lane) => {
        const scale = lane.parameter === 'airspeed' ? speedIn(1, speedUnit) : 1;
        const unit = lane.parameter === 'airspeed' ? speedUnit : lane.unit;
        const now = measured(lane, last);
        const points = shown.flatMap((sample): [number, number][] => {
          const value = measured(lane, sample);
          return value === null
            ? []
            : [
                [
                  ((sample.timeS - fromS) / Math.max(1, toS - fromS)) * WIDTH,
                  usedOf(lane, value - lane.target),
                ],
              ];
        });
        // Rolling in and out the bank is on its way, and nothing is wrong with it.
        const onItsWay = (sample: Sample) =>
          lane.parameter === 'bank' && (measured(lane, sample) ?? 0) < ON_ITS_WAY * lane.target;
        const out = shown.some((sample) => {
          const value = measured(lane, sample);
          return value !== null && !onItsWay(sample) && Math.abs(usedOf(lane, value - lane.target)) > 1;
        });
        return (
          <div key={lane.parameter} className="seat-lane" data-out={out || undefined}>
            <div>
              <strong>{PARAMETER_NAMES[lane.parameter]}</strong>
              <span>
                target {numberText(lane.target * scale)}
                {unitMark(unit)}
              </span>
              <strong className="seat-value">
                {now === null
                  ? '–'
                  : lane.parameter === 'altitude'
                    ? `${signed(now - lane.target)}${unitMark(unit)}`
                    : `${numberText(now * scale)}${unitMark(unit)}`}
              </strong>
            </div>
            <svg viewBox={`0 0 ${WIDTH} ${LANE_HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
              <rect className="lane-band" x="0" y={laneY(1)} width={WIDTH} height={laneY(-1) - laneY(1)} />
              <line className="lane-target" x1="0" x2={WIDTH} y1={laneY(0)} y2={laneY(0)} />
              {spanned && demonstration && (
                <path
                  className="lane-shown"
                  d={linePath(
                    shownPoints(
                      demonstration,
                      lanesOf(card).findIndex(({ parameter }) => parameter === lane.parameter),
                      lane,
                      toS - fromS,
                    ),
                  )}
                />
              )}
              <path className="lane-flown" d={linePath(points.map(([x, used]) => [x, laneY(used)]))} />
            </svg>
          </div>
        );
      })}
    </div>
  );
}
