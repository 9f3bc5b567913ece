/**
 * The whole flight, hours of it: altitude, airspeed, bank and power on one time axis that is dragged and stretched.
 */
import { type AttemptScore, attemptName, type FlightColumns, type FlightScore, momentAt } from '@keel/core';
import { Button } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { clock, numberText, partName, speedIn } from '../parts/format.ts';
import { maneuverShort } from '../parts/maneuvers.ts';
import { useColours } from '../theme/colours.ts';
import { FlightTable } from './FlightTable.tsx';
import { FOOT, LANE, LEFT, lanesOf, RIGHT, TOP, useFlightLanes } from './flight-lanes.ts';
import { lengthS, type Span, stretched, within } from './time-span.ts';
import './flight-chart.css';

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
  const lanes = useMemo(() => lanesOf(flight), [flight]);
  const inner = Math.max(1, width - LEFT - RIGHT);
  const { canvas, drawn } = useFlightLanes({ flight, lanes, span, inner: width > 0 ? inner : 0, colours });
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
  const perPixelS = lengthS(span) / inner;
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
          Drag to move, scroll to zoom, tap to place the cursor
          <Button size="compact-sm" variant="default" onClick={() => zoom(0.5)} aria-label="Zoom in">
            +
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => zoom(2)} aria-label="Zoom out">
            −
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => setSpan(whole)}>
            Whole flight
          </Button>
        </span>
      </div>
      <div ref={ref}>
        <div
          ref={plot}
          className="flight-plot"
          data-equivalent
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
          <div
            className="flight-drawn"
            style={{ left: LEFT - RIGHT, height, clipPath: clipped(height - FOOT) }}
          >
            <div
              ref={canvas}
              style={{
                left: RIGHT,
                width: lengthS(drawn) / perPixelS,
                height,
                transform: `translateX(${(drawn.fromS - span.fromS) / perPixelS}px)`,
              }}
            />
          </div>
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

/** The lanes end where the view does; the times under them may stand out to either side. */
const clipped = (lanesPx: number) => {
  const [left, right, foot] = [`${RIGHT}px`, `calc(100% - ${RIGHT}px)`, `${lanesPx}px`];
  return `polygon(${left} 0, ${right} 0, ${right} ${foot}, 100% ${foot}, 100% 100%, 0 100%, 0 ${foot}, ${left} ${foot})`;
};

function blockOf(
  attempt: AttemptScore,
  i: number,
  shown: { whole: Span; perPixelS: number; selected: number; select: (attempt: number) => void },
) {
  const { whole, perPixelS, selected, select } = shown;
  const share = (s: number) => `${(100 * s) / (whole.toS - whole.fromS)}%`;
  const shownS = Math.max(attempt.endS - attempt.startS, 3 * perPixelS);
  const roomPx = shownS / perPixelS;
  const name = `${i + 1} ${maneuverShort(attempt.maneuver, attempt.variant)}`;
  return (
    <button
      key={`${i} ${attempt.startS}`}
      type="button"
      className="flight-attempt"
      aria-current={i === selected || undefined}
      title={attemptName(attempt)}
      aria-label={`${name}: ${attemptName(attempt)}`}
      style={{ left: share(attempt.startS - whole.fromS), width: share(shownS) }}
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
