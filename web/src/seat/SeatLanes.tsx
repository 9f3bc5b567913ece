/** The attempt's keel: bank, altitude and airspeed about what was asked, large figures beside them; the demonstration dashed. */
import { type Lane, type LiveVerdict, lanesOf, type TargetCard, usedOf } from '@keel/core';
import { useMemo } from 'react';
import type { LiveState, Sample } from '../live/use-live-flight.ts';
import { numberText, PARAMETER_NAMES, signed, speedIn, unitMark } from '../parts/format.ts';

const WIDTH = 560;
const HEIGHT = 40;
const SPAN = 1.6;
const LOOK_BACK_S = 60;
/** Of the bank asked for. */
const ON_ITS_WAY = 0.7;

const yOf = (used: number): number =>
  HEIGHT / 2 - (Math.max(-SPAN, Math.min(SPAN, used)) / SPAN) * (HEIGHT / 2 - 2);

interface Props {
  card: TargetCard;
  live: LiveState;
  fresh: boolean;
  attempt: LiveVerdict | null;
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

export function SeatLanes({ card, live, fresh, attempt, speedUnit }: Props) {
  const lanes = useMemo(
    () =>
      lanesOf(card)
        .filter(({ parameter }) => parameter !== 'heading')
        .slice(0, 3),
    [card],
  );
  const { samples } = live;
  const last = samples.at(-1);
  if (!last || !fresh) return <p className="seat-last">The recorder is not heard just now: marks only.</p>;
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
                {numberText(lane.target * scale)}
                {unitMark(unit)} asked
              </span>
              <strong className="seat-value">
                {now === null
                  ? '–'
                  : lane.parameter === 'altitude'
                    ? `${signed(now - lane.target)}${unitMark(unit)}`
                    : `${numberText(now * scale)}${unitMark(unit)}`}
              </strong>
            </div>
            <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
              <rect className="lane-band" x="0" y={yOf(1)} width={WIDTH} height={yOf(-1) - yOf(1)} />
              <line className="lane-target" x1="0" x2={WIDTH} y1={yOf(0)} y2={yOf(0)} />
              <path
                className="lane-flown"
                d={points
                  .map(([x, used], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${yOf(used).toFixed(1)}`)
                  .join('')}
              />
            </svg>
          </div>
        );
      })}
    </div>
  );
}
