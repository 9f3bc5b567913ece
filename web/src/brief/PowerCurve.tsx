/**
 * Power against speed in level flight: the card's flap stage in ink, the others faint, the back side of the curve
 * hatched. The mark runs along the curve; speed, power and the margin over the stall follow.
 */
import {
  type Airplane,
  type Circumstance,
  type CurvePoint,
  clamp,
  flapDegrees,
  leastPowerKias,
  levelFlight,
  performanceOf,
  powerCurve,
  roundPower,
  type TargetCard,
} from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef } from 'react';
import { numberText, speedIn } from '../parts/format.ts';
import { FONT, useColours } from '../theme/colours.ts';
import './speed-window.css';
import './power-curve.css';

use([LineChart, GridComponent, CanvasRenderer]);

const GRID = { left: 56, right: 16, top: 14, bottom: 34 };
const HEIGHT = 340;

export function PowerCurve(props: {
  airplane: Airplane;
  card: TargetCard;
  onMove: (target: { airspeedKias: number }) => void;
}) {
  const { airplane, card, onMove } = props;
  const model = performanceOf(airplane);
  const unit = card.speedUnit;
  const { ref: sizeRef, width } = useElementSize();
  const canvas = useRef<HTMLDivElement>(null);
  const colours = useColours();
  const percent = card.power?.unit === '%';

  const at = useMemo(
    (): Circumstance => ({
      weightLb: card.weightLb,
      pressureAltitudeFt: card.air.pressureAltitudeFt,
      oatC: card.air.oatC,
      stage: card.stage,
    }),
    [card],
  );
  const to = Math.round(airplane.vaKiasAtMax * 0.92);
  const shownPower = (point: CurvePoint) => (percent ? point.percent : point.power);
  const curves = useMemo(
    () =>
      model
        ? [0, ...airplane.flaps.map((_, i) => i + 1)].map((stage) => ({
            stage,
            points: powerCurve(
              model,
              { ...at, stage },
              stage === 0 ? to : Math.min(to, airplane.flaps[stage - 1].vfeKias),
            ).filter(({ holds }) => holds),
          }))
        : [],
    [model, airplane, at, to],
  );
  const values = curves.flatMap(({ points }) => points.map(shownPower));
  const grain = percent
    ? 10
    : card.power?.unit === 'inHg'
      ? 2
      : airplane.maxRpm && airplane.maxRpm > 4000
        ? 500
        : 200;
  const low = Math.floor(Math.min(...values) / grain) * grain;
  const high = Math.ceil(Math.max(...values) / grain) * grain;
  const [x0, x1] = [
    Math.floor(
      speedIn(Math.min(...curves.flatMap(({ points }) => points.map(({ kias }) => kias))), unit) / 10,
    ) * 10,
    Math.ceil(speedIn(to, unit) / 10) * 10,
  ];

  useEffect(() => {
    if (!canvas.current || width === 0 || !model) return;
    const chart = init(canvas.current, undefined, { renderer: 'canvas' });
    const text = { color: colours.quiet, fontFamily: FONT, fontSize: 13 };
    chart.setOption({
      animation: false,
      grid: GRID,
      xAxis: {
        min: x0,
        max: x1,
        interval: 10,
        axisLabel: text,
        axisLine: { onZero: false, lineStyle: { color: colours.rule } },
        splitLine: { show: false },
      },
      yAxis: {
        min: low,
        max: high,
        interval: grain,
        axisLabel: { ...text, formatter: (value: number) => numberText(value) },
        splitLine: { lineStyle: { color: colours.rule, opacity: 0.5 } },
      },
      series: curves.map(({ stage, points }) => ({
        type: 'line',
        symbol: 'none',
        silent: true,
        data: points.map((point) => [speedIn(point.kias, unit), percent ? point.percent : point.power]),
        lineStyle:
          stage === card.stage
            ? { color: colours.ink, width: 3 }
            : { color: colours['band-edge'], width: 1.5, type: 'dashed' },
      })),
    });
    return () => chart.dispose();
  }, [model, curves, card.stage, unit, width, colours, low, high, grain, x0, x1, percent]);

  if (!model)
    return (
      <p className="quiet">
        This airplane’s file has no cruise table and no level-flight power, so there is no curve to draw. Add
        a few rows in the Hangar.
      </p>
    );
  const least = leastPowerKias(model, at);
  const plotWidth = Math.max(1, width - GRID.left - GRID.right);
  const plotHeight = HEIGHT - GRID.top - GRID.bottom;
  const x = (kias: number) => GRID.left + ((speedIn(kias, unit) - x0) / (x1 - x0)) * plotWidth;
  const y = (power: number) => GRID.top + ((high - power) / (high - low)) * plotHeight;
  const kias = card.entry.airspeedKias;
  const window = card.entry.windowKias;
  const here = kias === null ? null : levelFlight(model, kias, at);
  const power = here && roundPower(percent ? here.percent : here.power, percent ? '%' : model.powerUnit);
  const stall = card.stallKias.level;

  const moveTo = (wanted: number) =>
    window && onMove({ airspeedKias: clamp(wanted, Math.ceil(window[0]), Math.floor(window[1])) });
  const drag = (event: PointerEvent<HTMLElement>) => {
    if (event.buttons === 0) return;
    const box = event.currentTarget.parentElement?.getBoundingClientRect();
    if (!box) return;
    const shown = x0 + ((event.clientX - box.left - GRID.left) / plotWidth) * (x1 - x0);
    moveTo(shown / speedIn(1, unit));
  };
  const key = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (!step || kias === null) return;
    event.preventDefault();
    moveTo(kias + step);
  };
  const powerUnit = card.power?.unit ?? '';
  return (
    <div className="speed-window" ref={sizeRef}>
      <div className="small quiet">
        {powerUnit} against indicated airspeed, {unit}; level at {numberText(card.weightLb)} lb, density
        altitude {numberText(card.air.densityAltitudeFt)} ft
      </div>
      <div className="speed-window-plot" style={{ height: HEIGHT }}>
        {width > 0 && (
          <div
            className="power-curve-back"
            style={{
              left: GRID.left,
              width: Math.max(0, x(least) - GRID.left),
              top: GRID.top,
              height: plotHeight,
            }}
          />
        )}
        <div ref={canvas} style={{ height: HEIGHT, position: 'relative' }} aria-hidden="true" />
        {width > 0 && (
          <>
            <span
              className="speed-window-label"
              style={{ left: GRID.left + 6, top: GRID.top + plotHeight - 26 }}
            >
              back side
            </span>
            <Line
              at={x(stall)}
              height={plotHeight}
              label={`stall ${numberText(speedIn(stall, unit))}`}
              top={GRID.top}
            />
            {card.warningKias !== null && (
              <Line
                at={x(card.warningKias)}
                height={plotHeight}
                label={`warning ${numberText(speedIn(card.warningKias, unit))}`}
                top={GRID.top}
                below
              />
            )}
            {curves.map(({ stage, points }) => {
              const last = points.at(-1);
              if (!last || stage === 0) return null;
              const lift = Math.max(GRID.top + 2, y(shownPower(last)) - 22);
              return (
                <span
                  key={stage}
                  className="power-curve-stage"
                  data-here={stage === card.stage || undefined}
                  style={{ left: x(last.kias) - 22, top: lift }}
                >
                  {flapDegrees(airplane, stage)}°
                </span>
              );
            })}
            {kias !== null && power !== null && (
              <>
                <button
                  type="button"
                  className="speed-window-mark"
                  aria-label={`Target ${numberText(speedIn(kias, unit))} ${unit}, ${numberText(power)} ${powerUnit}. Arrow keys move it along the curve.`}
                  style={{ left: x(kias) - 22, top: y(power) - 22 }}
                  onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
                  onPointerMove={drag}
                  onKeyDown={key}
                />
                <span className="speed-window-target" style={{ left: x(kias) + 22, top: y(power) + 10 }}>
                  {numberText(speedIn(kias, unit))} {unit}, {numberText(power)} {powerUnit}
                </span>
                <span className="speed-window-margin" style={{ left: x(kias) + 24, top: y(power) + 36 }}>
                  {numberText(Math.floor(speedIn(kias - stall, unit)))} {unit} above the stall
                </span>
              </>
            )}
          </>
        )}
      </div>
    </div>
  );
}

function Line(props: { at: number; top: number; height: number; label: string; below?: boolean }) {
  return (
    <>
      <div className="power-curve-line" style={{ left: props.at, top: props.top, height: props.height }} />
      <span
        className="power-curve-limit"
        style={{ left: props.at + 4, top: props.top + (props.below ? 24 : 2) }}
      >
        {props.label}
      </span>
    </>
  );
}
