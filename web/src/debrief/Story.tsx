/**
 * What explains an attempt: lanes as they were flown, on the keel's own time axis; and where a maneuver is told by events, those on
 * one line with the seconds between them, the moments around the deciding one enlarged beneath the whole.
 */
import type { AttemptScore, KeelTrace, Story, StoryLane } from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import type { PointerEvent } from 'react';
import { clock, numberText, signed } from '../parts/format.ts';
import { axisSpan } from './keel-lanes.ts';
import { StoryEvents } from './StoryEvents.tsx';
import { StoryWhole } from './StoryWhole.tsx';
import { LANE_NAMES, laneHeight, type Scale, textAt, unitText } from './story-lanes.ts';
import { MARK_PX } from './time-span.ts';
import './story.css';

const LEFT = 96;
const RIGHT = 96;
const FOOT = 24;

interface Props {
  attempt: AttemptScore;
  trace: KeelTrace;
  story: Story;
  speedUnit: string;
  cursorS: number;
  setCursorS: (atS: number) => void;
}

export function StoryView({ attempt, trace, story, speedUnit, cursorS, setCursorS }: Props) {
  const { ref, width } = useElementSize();
  const { around, events, lanes } = story;
  // Under the keel it stands on the keel's own axis.
  const { fromS, toS } = around ?? axisSpan(attempt, trace);
  const x: Scale = (atS) => LEFT + ((atS - fromS) / (toS - fromS)) * (width - LEFT - RIGHT);
  const zeroS = around?.atS ?? attempt.startS;
  const judged = attempt.parameters.find(({ parameter }) => parameter === 'altitude-loss');
  const lossFt = judged && judged.measured !== 'not-measured' ? -judged.maxBelow : null;
  const move = (event: PointerEvent<HTMLElement>) => {
    if (event.pointerType !== 'mouse' && event.buttons === 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientX - box.left - LEFT) / (box.width - LEFT - RIGHT);
    setCursorS(fromS + Math.min(1, Math.max(0, share)) * (toS - fromS));
  };
  const shown = events.filter(({ atS }) => atS >= fromS && atS <= toS);
  return (
    <section
      className="story"
      aria-label={around ? 'What happened, by its events' : 'What explains it'}
      ref={ref}
    >
      {width > 0 && (
        <>
          {around && (
            <StoryWhole
              attempt={attempt}
              trace={trace}
              story={story}
              width={width}
              left={LEFT}
              right={RIGHT}
            />
          )}
          {shown.length > 0 && (
            <StoryEvents events={shown} centre={around?.event} x={x} width={width} go={setCursorS} />
          )}
          <div className="story-lanes" onPointerMove={move} onPointerDown={move}>
            {lanes.map((lane) => (
              <Lane
                key={lane.name}
                lane={lane}
                timeS={trace.timeS}
                span={[fromS, toS]}
                x={x}
                width={width}
                cursorS={cursorS}
                speedUnit={speedUnit}
                fromAtS={around?.atS}
                lowestS={events.find(({ id }) => id === 'lowest')?.atS}
                lossFt={lossFt}
                tall={around !== null}
              />
            ))}
            <svg className="story-over" width={width} height="100%" aria-hidden="true">
              {shown.map(({ id, atS }) => (
                <line
                  key={id}
                  className="story-at"
                  data-centre={id === around?.event || undefined}
                  x1={x(atS)}
                  x2={x(atS)}
                  y1="0"
                  y2="100%"
                />
              ))}
              {cursorS >= fromS && cursorS <= toS && (
                <line className="story-cursor" x1={x(cursorS)} x2={x(cursorS)} y1="0" y2="100%" />
              )}
            </svg>
          </div>
          <svg width={width} height={FOOT} className="story-axis" aria-hidden="true">
            {ticks(around ? fromS - zeroS : 0, toS - zeroS, (width - LEFT - RIGHT) / MARK_PX).map((s) => (
              <text key={s} x={x(s + zeroS)} y="16" textAnchor="middle">
                {around ? (s === 0 ? '0 s' : `${signed(s)} s`) : clock(s)}
              </text>
            ))}
          </svg>
        </>
      )}
    </section>
  );
}

/** Whole steps of four, five, ten or thirty seconds, no more than nine nor than there is room for. */
function ticks(fromS: number, toS: number, most: number): number[] {
  const step = [2, 4, 5, 10, 15, 30, 60].find((one) => (toS - fromS) / one <= Math.min(9, most)) ?? 120;
  const first = Math.ceil(fromS / step) * step;
  return Array.from({ length: Math.floor((toS - first) / step) + 1 }, (_, i) => first + i * step);
}

interface LaneProps {
  lane: StoryLane;
  timeS: readonly number[];
  span: readonly [number, number];
  x: Scale;
  width: number;
  cursorS: number;
  speedUnit: string;
  /** The moment that losses are counted from. */
  fromAtS: number | undefined;
  lowestS: number | undefined;
  /** As it was judged: one number for the loss on every part of the page. */
  lossFt: number | null;
  tall: boolean;
}

function Lane(props: LaneProps) {
  const { lane, timeS, span, x, width, cursorS, speedUnit, fromAtS, lowestS, lossFt, tall } = props;
  const height = laneHeight(lane.name, tall);
  const inside = timeS.flatMap((atS, i) => (atS >= span[0] && atS <= span[1] ? [i] : []));
  const all = [lane.values, ...lane.lines.map(({ values }) => values)].flatMap((values) =>
    inside.flatMap((i) => (values[i] === null || values[i] === undefined ? [] : [values[i] as number])),
  );
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const spread = Math.max(high - low, lane.unit === '' ? 0.2 : lane.unit === 'g' ? 0.1 : 4);
  const middle = (low + high) / 2;
  const y = (value: number): number => height / 2 - ((value - middle) / spread) * (height - 14);
  const path = (values: readonly (number | null)[]): string => {
    let drawn = '';
    let open = false;
    for (const i of inside) {
      const value = values[i];
      if (value === null || value === undefined) {
        open = false;
        continue;
      }
      drawn += `${open ? 'L' : 'M'}${x(timeS[i]).toFixed(1)} ${y(value).toFixed(1)}`;
      open = true;
    }
    return drawn;
  };
  const lost = lane.name === 'altitude' && fromAtS !== undefined && lowestS !== undefined;
  const valueAt = (atS: number): number | null => {
    const i = timeS.findIndex((one) => one >= atS);
    return i < 0 ? null : (lane.values[i] ?? null);
  };
  const lowestFt = lost ? valueAt(lowestS) : null;
  const breakFt = lowestFt === null || lossFt === null ? null : lowestFt + lossFt;
  return (
    <div className="story-lane" style={{ height }}>
      <div className="story-name">
        <strong>{LANE_NAMES[lane.name]}</strong>
        {height > 50 && <span>{unitText(lane, speedUnit)}</span>}
        <em>{textAt(lane, timeS, cursorS, speedUnit)}</em>
      </div>
      <svg width={width} height={height} aria-hidden="true">
        {breakFt !== null && lowestFt !== null && fromAtS !== undefined && lowestS !== undefined && (
          <>
            <rect
              className="story-loss"
              x={x(fromAtS)}
              y={y(breakFt)}
              width={Math.max(0, x(Math.min(lowestS, span[1])) - x(fromAtS))}
              height={Math.max(0, y(lowestFt) - y(breakFt))}
            />
            <text className="story-loss-text" x={width - 88} y={y((breakFt + lowestFt) / 2) + 5}>
              {numberText(breakFt - lowestFt)} ft lost
            </text>
          </>
        )}
        {lane.lines.map(({ name, values }, k) => {
          const last = inside.findLast((i) => values[i] !== null);
          // Two names in a thin lane would run into each other; the upper line's stands for both.
          const named = last !== undefined && (k === 0 || tall);
          return (
            <g key={name} className="story-line" data-line={name}>
              <path d={path(values)} />
              {named && (
                <text x={width - 88} y={y(values[last] as number) + (k === 0 ? 0 : 11)}>
                  {name}
                </text>
              )}
            </g>
          );
        })}
        <path className="story-flown" d={path(lane.values)} />
      </svg>
    </div>
  );
}
