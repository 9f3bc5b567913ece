/**
 * The keel chart: the target is a straight line, each parameter's deviation is drawn in units of its own tolerance,
 * a lane each on one time axis. What left its band is hatched, rising lines above, falling lines below, and numbered
 * in the order in which it happened.
 */

import {
  type AttemptScore,
  type ChainLink,
  isJudged,
  isLeg,
  type KeelLane,
  type KeelTrace,
  linkSaid,
  rowAt,
  textOf,
  type Units,
  unitsFor,
} from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { type KeyboardEvent, type PointerEvent, useMemo, useRef } from 'react';
import { clock, numberText, PARAMETER_NAMES } from '../parts/format.ts';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, hatch, useColours } from '../theme/colours.ts';
import type { Span } from './edges.ts';
import { KeelEdges, STEPS_S } from './KeelEdges.tsx';
import {
  axisSpan,
  bandMarks,
  chartHeight,
  deviationText,
  edgeText,
  FOOT,
  LANE,
  LEFT,
  laneAxes,
  RIGHT,
  reachOf,
  TOP,
  targetText,
} from './keel-lanes.ts';
import './keel-chart.css';

interface KeelChartProps {
  attempt: AttemptScore;
  trace: KeelTrace;
  speedUnit: string;
  /** Where the cursor is, in the recording's seconds. */
  cursorS: number;
  setCursorS: (atS: number) => void;
  /** What somebody wrote at a moment. */
  marks: readonly { id: string; atS: number; text: string }[];
  /** The attempt's edges while they are moved. */
  edges?: Span | null;
  setEdges?: (edges: Span) => void;
}

export function KeelChart(props: KeelChartProps) {
  const { attempt, trace, cursorS, setCursorS, speedUnit, marks } = props;
  const { ref, width } = useElementSize();
  const colours = useColours();
  const { fromS, toS } = axisSpan(attempt, trace);
  const height = chartHeight(trace.lanes.length);

  const option = useMemo(
    () => (width === 0 ? null : chartOption(attempt, trace, width, colours)),
    [attempt, trace, colours, width],
  );
  const { canvas } = useChart(option);

  const fractionOf = (atS: number) => (atS - fromS) / (toS - fromS);
  const left = (atS: number) => LEFT + fractionOf(atS) * (width - LEFT - RIGHT);
  const plot = useRef<HTMLDivElement>(null);
  const atOf = (clientX: number) => {
    const box = plot.current!.getBoundingClientRect();
    const fraction = (clientX - box.left - LEFT) / (box.width - LEFT - RIGHT);
    return fromS + Math.min(1, Math.max(0, fraction)) * (toS - fromS);
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    if (event.pointerType !== 'mouse' && event.buttons === 0) return;
    setCursorS(atOf(event.clientX));
  };
  const key = (event: KeyboardEvent) => {
    const step = STEPS_S[event.key];
    if (step === undefined) return;
    event.preventDefault();
    setCursorS(Math.min(toS, Math.max(fromS, cursorS + step)));
  };

  return (
    <div ref={ref} className="keel">
      <div
        ref={plot}
        className="keel-plot"
        style={{ height }}
        role="slider"
        tabIndex={0}
        aria-label="Cursor in the keel chart"
        aria-valuemin={fromS}
        aria-valuemax={toS}
        aria-valuenow={cursorS}
        aria-valuetext={`${clock(cursorS - attempt.startS)}: ${trace.lanes
          .map(
            (lane) => `${PARAMETER_NAMES[lane.parameter]} ${deviationText(trace, lane, cursorS, speedUnit)}`,
          )
          .join(', ')}`}
        onPointerMove={move}
        onPointerDown={move}
        onKeyDown={key}
      >
        <div ref={canvas} style={{ height }} />
        {width > 0 && (
          <>
            <Phases attempt={attempt} left={left} untilS={toS} />
            {trace.lanes.map((lane, i) => (
              <LaneWords
                key={lane.parameter}
                lane={lane}
                top={TOP + i * LANE}
                attempt={attempt}
                says={deviationText(trace, lane, cursorS, speedUnit)}
                unit={speedUnit}
              />
            ))}
            {attempt.chain.map((link, i) => (
              <ChainMark
                key={`${link.parameter}-${link.startS}`}
                link={link}
                units={unitsFor({ speedUnit })}
                number={i + 1}
                trace={trace}
                left={left}
                width={width}
              />
            ))}
            {marks
              .filter(({ atS }) => atS >= fromS && atS <= toS)
              .map(({ id, atS, text }) => (
                <span
                  key={id}
                  className="keel-flag"
                  title={text}
                  style={{ left: left(atS), height: height - FOOT - 22 }}
                >
                  <em>{text}</em>
                </span>
              ))}
            {cursorS >= fromS && cursorS <= toS && (
              <div
                className="keel-cursor"
                style={{ left: left(cursorS), height: height - FOOT - 22, top: 22 }}
              >
                <span>{clock(cursorS - attempt.startS)}</span>
              </div>
            )}
            {attempt.parameters.length > 0 && <span className="keel-used-title">tolerance used</span>}
          </>
        )}
      </div>
      {/* Beside the plot: a slider holds no other. */}
      {width > 0 && props.edges && props.setEdges && (
        <KeelEdges
          edges={props.edges}
          change={props.setEdges}
          shown={{ startS: fromS, endS: toS }}
          zeroS={attempt.startS}
          left={left}
          atOf={atOf}
          height={height - FOOT - 22}
        />
      )}
    </div>
  );
}

/** What is written beside a lane: its name and target, the value under the cursor, its edges, tolerance used. */
function LaneWords(props: {
  lane: KeelLane;
  top: number;
  attempt: AttemptScore;
  says: string;
  unit: string;
}) {
  const { lane, top, attempt, says, unit } = props;
  const score = attempt.parameters.find((parameter) => parameter.parameter === lane.parameter);
  const used = score && score.measured !== 'not-measured' ? score.toleranceUsed : null;
  const reach = reachOf(lane);
  const edge = LANE / 2 / reach;
  const middle = top + LANE / 2;
  return (
    <>
      <div className="keel-lane-name" style={{ top: middle - 28 }}>
        <strong>{PARAMETER_NAMES[lane.parameter]}</strong>
        <span>{targetText(lane, unit)}</span>
        <em>{says}</em>
      </div>
      <span className="keel-edge" style={{ top: middle - edge - 9 }}>
        {edgeText(lane, lane.high, unit)}
      </span>
      <span className="keel-edge" style={{ top: middle + edge - 9 }}>
        {edgeText(lane, lane.low, unit)}
      </span>
      {used !== null && (
        <span className="keel-used" style={{ top: middle - 13 }}>
          {numberText(100 * used)}
          <small> %</small>
        </span>
      )}
    </>
  );
}

const phaseName = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);

function Phases(props: { attempt: AttemptScore; left: (atS: number) => number; untilS: number }) {
  const { phases } = props.attempt;
  const established = phases.find(({ name }) => name === 'established');
  // With legs of their own name, it is drawn without its own.
  const hasLegs = established !== undefined && phases.some((phase) => isLeg(phase, [established]));
  return phases.map((phase) => {
    const from = props.left(phase.startS);
    const to = props.left(Math.min(phase.endS, props.untilS));
    const wide = to - from > 52 && !(hasLegs && phase === established);
    return (
      <div
        key={`${phase.name} ${phase.startS}`}
        className="keel-phase"
        data-judged={phase === established || undefined}
        title={phaseName(phase.name)}
        style={{ left: from, width: Math.max(0, to - from - 2) }}
      >
        {wide && phaseName(phase.name)}
      </div>
    );
  });
}

/** The number of an excursion, at its furthest point. */
function ChainMark(props: {
  link: ChainLink;
  units: Units;
  number: number;
  trace: KeelTrace;
  left: (atS: number) => number;
  width: number;
}) {
  const { link, units, number, trace, left, width } = props;
  const lane = trace.lanes.find(({ parameter }) => parameter === link.parameter);
  // A roll-out heading has no lane: its number stands at the moment of rolling out.
  const index = lane ? trace.lanes.indexOf(lane) : 0;
  const used = lane ? lane.used[rowAt(trace.timeS, link.peakS)] : null;
  const reach = lane ? reachOf(lane) : 1;
  const middle = TOP + index * LANE + LANE / 2;
  const y =
    lane && used !== null ? middle - (Math.max(-reach, Math.min(reach, used)) / reach) * (LANE / 2) : TOP - 4;
  const x = left(link.peakS);
  const above = link.peak > 0;
  const flip = x > width - RIGHT - 90;
  return (
    <>
      <span
        className="keel-mark"
        style={{ left: x - 9, top: Math.max(TOP - 6, Math.min(y - 9, TOP + trace.lanes.length * LANE - 16)) }}
      >
        {number}
      </span>
      {lane && (
        <span
          className="keel-peak"
          data-above={above || undefined}
          style={{
            top: Math.max(TOP - 4, y - 10),
            ...(flip ? { right: width - x + 14 } : { left: x + 14 }),
          }}
        >
          {link.parameter === 'bank' && link.target !== null
            ? `${numberText(link.target + link.peak)}°`
            : textOf(linkSaid(link, units))}
        </span>
      )}
    </>
  );
}

type Point = [number, number];

/** The outline between the curve and the band's edge over one excursion. */
function excursionOutline(
  trace: KeelTrace,
  lane: KeelLane,
  startS: number,
  endS: number,
  above: boolean,
): Point[] {
  const edge = above ? 1 : -1;
  const points: Point[] = [];
  trace.timeS.forEach((timeS, i) => {
    const used = lane.used[i];
    if (timeS < startS - 1.5 || timeS > endS + 1.5 || used === null) return;
    if (above ? used >= 1 : used <= -1) points.push([timeS, used]);
  });
  if (points.length === 0) return [];
  return [[points[0][0], edge], ...points, [points[points.length - 1][0], edge]];
}

function chartOption(attempt: AttemptScore, trace: KeelTrace, width: number, colours: Colours) {
  const { lanes } = trace;
  // The axis counts from the start of the attempt, so that its marks stand at whole fives.
  const timeS = trace.timeS.map((atS) => atS - attempt.startS);
  const span = axisSpan(attempt, trace);
  const fromS = span.fromS - attempt.startS;
  const toS = span.toS - attempt.startS;
  const band = bandMarks(colours, attempt);
  const fills = {
    above: { image: hatch(colours.above, true, 5), repeat: 'repeat' },
    below: { image: hatch(colours.below, false, 5), repeat: 'repeat' },
  };
  return {
    ...laneAxes(
      lanes.map((lane) => reachOf(lane)),
      { fromS, toS },
      width,
      colours,
    ),
    series: lanes.flatMap((lane, i) => {
      const points = timeS.map((t, k) => [t, lane.used[k]]);
      const common = { xAxisIndex: i, yAxisIndex: i, silent: true };
      const score = attempt.parameters.find((parameter) => parameter.parameter === lane.parameter);
      const excursions = score && score.measured !== 'not-measured' ? score.excursions : [];
      return [
        {
          ...common,
          type: 'line',
          symbol: 'none',
          data: points,
          lineStyle: { color: colours['band-edge'], width: 1.6 },
          ...band,
        },
        ...excursions.map((excursion) => {
          const above = excursion.peak > (lane.low + lane.high) / 2;
          const outline = excursionOutline(trace, lane, excursion.startS, excursion.endS, above);
          return {
            ...common,
            type: 'custom',
            data: [0],
            renderItem: (_: unknown, api: { coord: (point: Point) => Point }) => ({
              type: 'polygon',
              shape: { points: outline.map(([atS, used]) => api.coord([atS - attempt.startS, used])) },
              style: {
                fill: above ? fills.above : fills.below,
                stroke: above ? colours.above : colours.below,
                lineWidth: 1,
              },
            }),
          };
        }),
        {
          ...common,
          type: 'line',
          symbol: 'none',
          // Judged here: the heavy part of the line.
          data: points.map(([t, used], k) => [t, isJudged(lane.judgedS, trace.timeS[k]) ? used : null]),
          lineStyle: { color: colours.ink, width: 2 },
        },
      ];
    }),
  };
}
