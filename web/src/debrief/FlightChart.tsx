/**
 * The whole flight, hours of it: altitude, airspeed, bank and power on one time axis that is dragged and stretched.
 * Only the least and greatest value of each pixel is drawn, so that three hours cost no more than three minutes.
 */
import {
  type AttemptScore,
  type FlightColumn,
  type FlightColumns,
  maneuverName,
  momentAt,
  perPixel,
} from '@keel/core';
import { Button } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { type ECharts, init } from 'echarts/core';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { clock, maneuverShort, say, speedIn } from '../parts/format.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';
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
const TOP = 26;
const FOOT = 30;
const SHORTEST_S = 20;

interface Span {
  fromS: number;
  toS: number;
}

export function FlightChart(props: {
  flight: FlightColumns;
  attempts: readonly AttemptScore[];
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

  const within = (next: Span): Span => {
    const lengthS = Math.min(whole.toS - whole.fromS, Math.max(SHORTEST_S, next.toS - next.fromS));
    const fromS = Math.min(whole.toS - lengthS, Math.max(whole.fromS, next.fromS));
    return { fromS, toS: fromS + lengthS };
  };
  const zoom = (factor: number, aboutS = (span.fromS + span.toS) / 2) =>
    setSpan(
      within({ fromS: aboutS - (aboutS - span.fromS) * factor, toS: aboutS + (span.toS - aboutS) * factor }),
    );
  const pan = (byS: number) => setSpan((now) => within({ fromS: now.fromS + byS, toS: now.toS + byS }));

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
  const moment = momentAt(flight, cursorS);
  return (
    <section className="sheet flight-chart" aria-label="The whole flight">
      <div className="row spread">
        <h3>The whole flight</h3>
        <span className="row small quiet no-print">
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
              {attempts.map((attempt, i) => {
                const [a, b] = [
                  Math.max(LEFT, left(attempt.startS)),
                  Math.min(width - RIGHT, left(attempt.endS)),
                ];
                if (b <= a) return null;
                return (
                  <button
                    // biome-ignore lint/suspicious/noArrayIndexKey: an attempt is its place in the flight
                    key={i}
                    type="button"
                    className="flight-attempt"
                    aria-current={i === props.selected || undefined}
                    title={maneuverName(attempt.maneuver, attempt.variant)}
                    style={{ left: a, width: Math.max(3, b - a), height: height - FOOT }}
                    onPointerDown={(event) => event.stopPropagation()}
                    onClick={() => props.select(i)}
                  >
                    {b - a > 22 && (
                      <span>{`${i + 1} ${maneuverShort(attempt.maneuver, attempt.variant)}`}</span>
                    )}
                  </button>
                );
              })}
              {lanes.map(({ column, name, unit, digits }, i) => {
                const speed = column === 'ias_kt';
                const value = moment[column as keyof typeof moment];
                return (
                  <div key={column} className="flight-lane-name" style={{ top: TOP + i * LANE + 10 }}>
                    <strong>{name}</strong>
                    <em>
                      {Number.isNaN(value) ? '—' : say(speed ? speedIn(value, speedUnit) : value, digits)}
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
    </section>
  );
}

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
  const pixels = Math.max(1, Math.round(width - LEFT - RIGHT));
  const buffers = useMemo(() => lanes.map(() => new Float64Array(4 * pixels + 4)), [lanes, pixels]);
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
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new chart, made for new colours, is drawn on as well
  useEffect(() => {
    chart.current?.setOption(
      {
        xAxis: lanes.map(() => ({ min: span.fromS, max: span.toS, interval: stepOf(span) })),
        series: lanes.map(({ column }, i) => {
          const points = perPixel(flight.columns.time_s, flight.columns[column], span, pixels, buffers[i]);
          return { data: pointsOf(buffers[i], points) };
        }),
      },
      { silent: true },
    );
  }, [flight, lanes, span, pixels, buffers, colours]);
  return canvas;
}

/** A round step of time that leaves room for the labels. */
const STEPS_S = [5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600];
const stepOf = ({ fromS, toS }: Span): number => STEPS_S.find((stepS) => (toS - fromS) / stepS <= 12) ?? 7200;

const pointsOf = (flat: Float64Array, count: number): [number, number][] =>
  Array.from({ length: count }, (_, i) => [flat[2 * i], flat[2 * i + 1]]);

function rangeOf(values: Float32Array): { min: number; max: number } {
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
    grid: lanes.map((_, i) => ({ left: LEFT, right: RIGHT, top: TOP + i * LANE, height: LANE - 10 })),
    xAxis: lanes.map((_, i) => ({
      gridIndex: i,
      type: 'value',
      show: i === lanes.length - 1,
      axisLine: { lineStyle: { color: colours.rule } },
      axisTick: { show: false },
      splitLine: { show: false },
      axisLabel: {
        color: colours.quiet,
        fontFamily: FONT,
        fontSize: 12,
        hideOverlap: true,
        showMinLabel: false,
        showMaxLabel: false,
        formatter: (value: number) => clock(value - beginS),
      },
    })),
    yAxis: lanes.map(({ column }, i) => ({
      gridIndex: i,
      ...rangeOf(flight.columns[column]),
      splitNumber: 2,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { show: false },
      splitLine: { lineStyle: { color: colours.rule, width: 0.6 } },
    })),
    series: lanes.map((_, i) => ({
      type: 'line',
      xAxisIndex: i,
      yAxisIndex: i,
      symbol: 'none',
      silent: true,
      data: [],
      lineStyle: { color: colours.ink, width: 1.2 },
    })),
  };
}
