/**
 * The lanes of the whole flight on one canvas that is wider than the view, so that a drag moves a picture that is there
 * and draws nothing. Only the least and greatest value of each pixel is drawn: three hours cost no more than three minutes.
 */

import { type FlightColumn, type FlightColumns, perPixel, thinned } from '@keel/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useMemo, useState } from 'react';
import { clock } from '../parts/format.ts';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, FONT } from '../theme/colours.ts';
import { around, centred, covers, lengthS, roundTimes, type Span } from './time-span.ts';

interface FlightLane {
  column: Exclude<FlightColumn, 'time_s'>;
  name: string;
  unit: string;
  digits: number;
}
const LANES: FlightLane[] = [
  { column: 'alt_ft', name: 'Altitude', unit: 'ft', digits: 0 },
  { column: 'ias_kt', name: 'Airspeed', unit: 'kt', digits: 0 },
  { column: 'bank_deg', name: 'Bank', unit: '°', digits: 0 },
  { column: 'map_inhg', name: 'Power', unit: 'inHg', digits: 1 },
  { column: 'rpm', name: 'Power', unit: 'rpm', digits: 0 },
];
export const LEFT = 96;
export const RIGHT = 20;
export const LANE = 74;
export const TOP = 46;
export const FOOT = 30;
/** A least and a greatest value for so many pixels: finer nobody sees, and panning would cost more. */
const PIXELS_A_PAIR = 2;
/** The rest of a lane keeps it off the next. */
const LANE_SHARE = 0.88;

/** The lanes of what was recorded at all. */
export const lanesOf = (flight: FlightColumns): FlightLane[] => {
  const recorded = LANES.filter(({ column }) => flight.columns[column].some((v) => !Number.isNaN(v)));
  // Power by the first column that tells it: where there is a manifold pressure a governor holds the turns.
  return recorded.filter(({ name }, i) => recorded.findIndex((other) => other.name === name) === i);
};

const RESTS_MS = 140;
/** Over all that is drawn, of which a half is in view. */
const MOST_MARKS = 20;
const COARSER = 2;
/** Of so many rows two are looked at, where a pixel has many more. */
const THINNED_BY = 10;

/** What stands on the canvas: more than is in view, and fewer points where it had to be drawn in the middle of a drag. */
interface Drawn {
  span: Span;
  fine: boolean;
}

/**
 * Draws the lanes when the view is stretched, when it is dragged past what is drawn, and once more when it rests.
 * @param shown.inner width of the view, px; 0 before it is known
 * @returns where the canvas goes, and the stretch of time that stands on it
 */
export function useFlightLanes(shown: {
  flight: FlightColumns;
  lanes: FlightLane[];
  span: Span;
  inner: number;
  colours: Colours;
}) {
  const { flight, lanes, span, inner, colours } = shown;
  const [rested] = useDebouncedValue(span, RESTS_MS);
  const [drawn, setDrawn] = useState<Drawn>(() => ({ span: around(span), fine: true }));
  if (rested === span ? !drawn.fine || !centred(drawn.span, span) : !covers(drawn.span, span))
    setDrawn({ span: around(span), fine: rested === span });
  const finest = Math.max(1, Math.round((inner * lengthS(drawn.span)) / lengthS(span) / PIXELS_A_PAIR));
  const buffers = useMemo(() => lanes.map(() => new Float64Array(4 * finest + 4)), [lanes, finest]);
  // In the middle of a drag half the points do; the others come when it rests.
  const pixels = drawn.fine ? finest : Math.ceil(finest / COARSER);
  const frame = useMemo(
    () => (inner === 0 ? null : frameOption(flight, lanes, colours)),
    [flight, lanes, colours, inner],
  );
  const { canvas, chart } = useChart(frame);
  const thin = useMemo(
    () => lanes.map(({ column }) => thinned(flight.columns.time_s, flight.columns[column], THINNED_BY)),
    [flight, lanes],
  );
  const ranges = useMemo(() => lanes.map(({ column }) => rangeOf(flight.columns[column])), [flight, lanes]);
  useEffect(() => {
    if (!chart) return;
    const { time_s: times } = flight.columns;
    const { span } = drawn;
    const rows = (flight.rows * lengthS(span)) / (times[flight.rows - 1] - times[0]);
    const enough = rows / THINNED_BY > 2 * pixels;
    chart.setOption(
      {
        xAxis: {
          min: span.fromS,
          max: span.toS,
          axisLabel: { customValues: roundTimes(span, times[0], MOST_MARKS) },
        },
        series: lanes.map(({ column }, i) => {
          const { timeS, values } = enough ? thin[i] : { timeS: times, values: flight.columns[column] };
          const count = perPixel(timeS, values, span, pixels, buffers[i]);
          return { data: pointsOf(buffers[i], count, ranges[i], lanes.length - 1 - i) };
        }),
      },
      { silent: true },
    );
  }, [chart, flight, lanes, thin, ranges, drawn, pixels, buffers]);
  return { canvas, drawn: drawn.span };
}

/**
 * One axis for all lanes costs a quarter of four: each lane is a unit of it, from the bottom up. Flat, time and value in
 * turn: the chart copies what it is given, and a copy of numbers is cheap.
 */
function pointsOf(flat: Float64Array, count: number, { min, max }: Range, lane: number): Float64Array {
  const points = flat.slice(0, 2 * count);
  const scale = LANE_SHARE / (max - min);
  for (let i = 1; i < points.length; i += 2) points[i] = lane + scale * (points[i] - min);
  return points;
}

interface Range {
  min: number;
  max: number;
}

function rangeOf(values: Float32Array): Range {
  let [min, max] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value < min) min = value;
    if (value > max) max = value;
  }
  const room = 0.08 * (max - min || 1);
  return { min: min - room, max: max + room };
}

function frameOption(flight: FlightColumns, lanes: FlightLane[], colours: Colours) {
  const beginS = flight.columns.time_s[0];
  return {
    animation: false,
    grid: { left: 0, right: 0, top: TOP, height: lanes.length * LANE },
    xAxis: {
      type: 'value',
      axisLine: { lineStyle: { color: colours.rule } },
      axisTick: { show: false },
      splitLine: { show: false },
      axisLabel: {
        color: colours.quiet,
        fontFamily: FONT,
        fontSize: 12,
        formatter: (value: number) => clock(value - beginS),
      },
    },
    yAxis: {
      min: 0,
      max: lanes.length,
      interval: 1,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { show: false },
      splitLine: { lineStyle: { color: colours.rule, width: 0.6 } },
    },
    series: lanes.map(() => ({
      type: 'line',
      // Without this the chart matches every old point with a new one, to move a symbol that nobody sees.
      showSymbol: false,
      silent: true,
      dimensions: ['time', 'value'],
      data: [],
      lineStyle: { color: colours.ink, width: 1.2 },
    })),
  };
}
