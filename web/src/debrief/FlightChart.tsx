/**
 * The whole flight, hours of it: altitude, airspeed, bank and power on one time axis that is dragged and stretched.
 * Only the least and greatest value of each pixel is drawn, so that three hours cost no more than three minutes.
 */
import {
  type AttemptScore,
  attemptName,
  type FlightColumn,
  type FlightColumns,
  type FlightScore,
  momentAt,
  perPixel,
  thinned,
} from '@keel/core';
import { Button } from '@mantine/core';
import { useDebouncedValue, useElementSize } from '@mantine/hooks';
import { type ECharts, init } from 'echarts/core';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { clock, numberText, partName, speedIn } from '../parts/format.ts';
import { maneuverShort } from '../parts/maneuvers.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';
import { FlightTable } from './FlightTable.tsx';
import { roundTimes, type Span, stretched, within } from './time-span.ts';
import './flight-chart.css';

interface FlightLane {
  column: FlightColumn;
  name: string;
  unit: string;
  digits: number;
}
const LANES: FlightLane[] = [
  { column: 'alt_ft', name: 'Altitude', unit: 'ft', digits: 0 },
  { column: 'ias_kt', name: 'Airspeed', unit: 'kt', digits: 0 },
  { column: 'bank_deg', name: 'Bank', unit: '°', digits: 0 },
  { column: 'rpm', name: 'Power', unit: 'rpm', digits: 0 },
];
const LEFT = 96;
const RIGHT = 20;
const LANE = 74;
const TOP = 46;
const FOOT = 30;
/** A least and a greatest value for so many pixels: finer nobody sees, and panning would cost more. */
const PIXELS_A_PAIR = 2;
/** The rest of a lane keeps it off the next. */
const LANE_SHARE = 0.88;

export function FlightChart(props: {
  flight: FlightColumns;
  attempts: readonly AttemptScore[];
  parts: FlightScore['parts'];
  selected: number;
  select: (attempt: number) => void;
  cursorS: number;
  setCursorS: (atS: number) => void;
  speedUnit: string;
}) {
  const { flight, attempts, cursorS, setCursorS, speedUnit } = props;
  const { ref, width } = useElementSize();
  const colours = useColours();
  const whole = useMemo(
    () => ({ fromS: flight.columns.time_s[0], toS: flight.columns.time_s[flight.rows - 1] }),
    [flight],
  );
  const [span, setSpan] = useState<Span>(whole);
  const lanes = useMemo(
    () => LANES.filter(({ column }) => flight.columns[column].some((v) => !Number.isNaN(v))),
    [flight],
  );
  const canvas = useDrawn({ flight, lanes, span, width, colours });
  const inner = Math.max(1, width - LEFT - RIGHT);
  const height = TOP + lanes.length * LANE + FOOT;
  const left = (atS: number) => LEFT + ((atS - span.fromS) / (span.toS - span.fromS)) * inner;

  const zoom = (factor: number, aboutS = (span.fromS + span.toS) / 2) =>
    setSpan(within(stretched(span, factor, aboutS), whole));
  const pan = (byS: number) =>
    setSpan((now) => within({ fromS: now.fromS + byS, toS: now.toS + byS }, whole));

  const drag = useRef<{ x: number; moved: boolean } | null>(null);
  const timeAt = (event: PointerEvent<HTMLElement> | WheelEvent, box: DOMRect) =>
    span.fromS + ((event.clientX - box.left - LEFT) / inner) * (span.toS - span.fromS);
  const moved = (event: PointerEvent<HTMLElement>) => {
    if (!drag.current) return;
    const dx = event.clientX - drag.current.x;
    if (Math.abs(dx) < 3 && !drag.current.moved) return;
    drag.current = { x: event.clientX, moved: true };
    pan((-dx / inner) * (span.toS - span.fromS));
  };
  const released = (event: PointerEvent<HTMLElement>) => {
    if (drag.current && !drag.current.moved)
      setCursorS(
        Math.min(
          whole.toS,
          Math.max(whole.fromS, timeAt(event, event.currentTarget.getBoundingClientRect())),
        ),
      );
    drag.current = null;
  };
  const plot = useRef<HTMLDivElement>(null);
  const wheel = useRef<(event: WheelEvent) => void>(() => {});
  wheel.current = (event) => {
    event.preventDefault();
    if (plot.current)
      zoom(event.deltaY > 0 ? 1.25 : 0.8, timeAt(event, plot.current.getBoundingClientRect()));
  };
  useEffect(() => {
    // React listens to the wheel without a say in scrolling.
    const listen = (event: WheelEvent) => wheel.current(event);
    const target = plot.current;
    target?.addEventListener('wheel', listen, { passive: false });
    return () => target?.removeEventListener('wheel', listen);
  }, []);
  const key = (event: KeyboardEvent) => {
    const stepS = (span.toS - span.fromS) / 10;
    const pans: Record<string, number> = { ArrowLeft: -stepS, ArrowRight: stepS };
    const zooms: Record<string, number> = { '+': 0.8, '-': 1.25 };
    const [byS, factor] = [pans[event.key], zooms[event.key]];
    if (byS === undefined && factor === undefined) return;
    event.preventDefault();
    if (byS !== undefined) pan(byS);
    else zoom(factor);
  };
  const { selected, select } = props;
  const perPixelS = (span.toS - span.fromS) / inner;
  // Placed by their share of the whole, so that panning moves one box and not every attempt.
  const blocks = useMemo(
    () => attempts.map((attempt, i) => blockOf(attempt, i, { whole, perPixelS, selected, select })),
    [attempts, whole, perPixelS, selected, select],
  );
  const partBlocks = useMemo(
    () => props.parts.map((part) => partOf(part, whole, perPixelS)),
    [props.parts, whole, perPixelS],
  );
  const moment = momentAt(flight, cursorS);
  return (
    <section className="sheet flight-chart" aria-label="The whole flight">
      <div className="row spread" style={{ flexWrap: 'wrap' }}>
        <h3>The whole flight</h3>
        <span className="row small quiet no-print" style={{ flexWrap: 'wrap' }}>
          Drag to move, turn the wheel to look closer, tap for a moment
          <Button size="compact-sm" variant="default" onClick={() => zoom(0.5)} aria-label="Closer">
            +
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => zoom(2)} aria-label="Further away">
            −
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => setSpan(whole)}>
            All of it
          </Button>
        </span>
      </div>
      <div ref={ref}>
        <div
          ref={plot}
          className="flight-plot"
          role="application"
          aria-label="The flight by time; arrow keys move, plus and minus stretch"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it is moved by the arrow keys
          tabIndex={0}
          style={{ height }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            drag.current = { x: event.clientX, moved: false };
          }}
          onPointerMove={moved}
          onPointerUp={released}
          onPointerCancel={() => {
            drag.current = null;
          }}
          onKeyDown={key}
        >
          <div ref={canvas} style={{ height }} />
          {width > 0 && (
            <>
              <div className="flight-window" style={{ left: LEFT, right: RIGHT, height: height - FOOT }}>
                <div style={{ left: left(whole.fromS) - LEFT, width: left(whole.toS) - left(whole.fromS) }}>
                  {blocks}
                  {partBlocks}
                </div>
              </div>
              {lanes.map(({ column, name, unit, digits }, i) => {
                const speed = column === 'ias_kt';
                const value = moment[column as keyof typeof moment];
                return (
                  <div key={column} className="flight-lane-name" style={{ top: TOP + i * LANE + 10 }}>
                    <strong>{name}</strong>
                    <em>
                      {Number.isNaN(value)
                        ? '—'
                        : numberText(speed ? speedIn(value, speedUnit) : value, digits)}
                      <small> {speed ? speedUnit : unit}</small>
                    </em>
                  </div>
                );
              })}
              {cursorS >= span.fromS && cursorS <= span.toS && (
                <div className="flight-cursor" style={{ left: left(cursorS), height: height - FOOT }}>
                  <span>{clock(cursorS - whole.fromS)}</span>
                </div>
              )}
            </>
          )}
        </div>
      </div>
      <FlightTable flight={flight} parts={props.parts} speedUnit={props.speedUnit} go={props.setCursorS} />
    </section>
  );
}

function blockOf(
  attempt: AttemptScore,
  i: number,
  shown: { whole: Span; perPixelS: number; selected: number; select: (attempt: number) => void },
) {
  const { whole, perPixelS, selected, select } = shown;
  const share = (s: number) => `${(100 * s) / (whole.toS - whole.fromS)}%`;
  const lengthS = Math.max(attempt.endS - attempt.startS, 3 * perPixelS);
  const roomPx = lengthS / perPixelS;
  const name = `${i + 1} ${maneuverShort(attempt.maneuver, attempt.variant)}`;
  return (
    <button
      key={`${i} ${attempt.startS}`}
      type="button"
      className="flight-attempt"
      aria-current={i === selected || undefined}
      title={attemptName(attempt)}
      style={{ left: share(attempt.startS - whole.fromS), width: share(lengthS) }}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={() => select(i)}
    >
      <span>{roomPx > 7 * name.length + 8 ? name : roomPx > 16 ? i + 1 : ''}</span>
    </button>
  );
}

/** A part of the day along the foot of the chart, named where there is room. */
function partOf({ name, startS, endS }: FlightScore['parts'][number], whole: Span, perPixelS: number) {
  const share = (s: number) => `${(100 * s) / (whole.toS - whole.fromS)}%`;
  const label = partName(name);
  return (
    <span
      key={`${name} ${startS}`}
      className="flight-part"
      data-part={name}
      title={label}
      style={{ left: share(startS - whole.fromS), width: share(endS - startS) }}
    >
      {(endS - startS) / perPixelS > 7 * label.length + 6 ? label : ''}
    </span>
  );
}

const RESTS_MS = 140;
const COARSER = 2;
/** Of so many rows two are looked at, where a pixel has many more. */
const THINNED_BY = 10;

/** Draws the lanes whenever what is shown changes; one chart for as long as the size stays. */
function useDrawn(shown: {
  flight: FlightColumns;
  lanes: FlightLane[];
  span: Span;
  width: number;
  colours: Colours;
}) {
  const { flight, lanes, span, width, colours } = shown;
  const canvas = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const finest = Math.max(1, Math.round((width - LEFT - RIGHT) / PIXELS_A_PAIR));
  const buffers = useMemo(() => lanes.map(() => new Float64Array(4 * finest + 4)), [lanes, finest]);
  // While it is dragged half the points do; the others come when it rests.
  const [rested] = useDebouncedValue(span, RESTS_MS);
  const pixels = rested === span ? finest : Math.ceil(finest / COARSER);
  useEffect(() => {
    if (!canvas.current || width === 0) return;
    const made = init(canvas.current);
    made.setOption(frameOption(flight, lanes, colours));
    chart.current = made;
    return () => {
      chart.current = null;
      made.dispose();
    };
  }, [flight, lanes, colours, width]);
  const thin = useMemo(
    () => lanes.map(({ column }) => thinned(flight.columns.time_s, flight.columns[column], THINNED_BY)),
    [flight, lanes],
  );
  const ranges = useMemo(() => lanes.map(({ column }) => rangeOf(flight.columns[column])), [flight, lanes]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new chart, made for new colours, is drawn on as well
  useEffect(() => {
    const { time_s: times } = flight.columns;
    const shown = (flight.rows * (span.toS - span.fromS)) / (times[flight.rows - 1] - times[0]);
    const enough = shown / THINNED_BY > 2 * pixels;
    chart.current?.setOption(
      {
        xAxis: {
          min: span.fromS,
          max: span.toS,
          axisLabel: { customValues: roundTimes(span, times[0]) },
        },
        series: lanes.map(({ column }, i) => {
          const { timeS, values } = enough ? thin[i] : { timeS: times, values: flight.columns[column] };
          const count = perPixel(timeS, values, span, pixels, buffers[i]);
          return { data: pointsOf(buffers[i], count, ranges[i], lanes.length - 1 - i) };
        }),
      },
      { silent: true },
    );
  }, [flight, lanes, thin, ranges, span, pixels, buffers, colours]);
  return canvas;
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
    grid: { left: LEFT, right: RIGHT, top: TOP, height: lanes.length * LANE },
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
