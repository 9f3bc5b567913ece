/**
 * Where it is safe to turn steeply today: the stall speed against bank, V_A above it, and the target as a mark
 * between them that can be dragged, or moved with the arrow keys. The mark never leaves the window.
 */
import {
  type Airplane,
  clamp,
  maneuveringSpeedKias,
  speedWindow,
  stallCurve,
  type TargetCard,
} from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react';
import { numberText, speedIn } from '../parts/format.ts';
import { FONT, hatch, useColours } from '../theme/colours.ts';
import './speed-window.css';

use([LineChart, GridComponent, CanvasRenderer]);

const GRID = { left: 44, right: 16, top: 14, bottom: 34 };
const HEIGHT = 340;
const MAX_BANK = 60;
/** Not shallower than a steep turn; not steeper than the 50° of the commercial standard with primary students. */
const BANK_LIMITS: [number, number] = [30, 50];

export function SpeedWindow(props: {
  airplane: Airplane;
  card: TargetCard;
  onMove: (target: { airspeedKias: number; bankDeg: number }) => void;
}) {
  const { airplane, card, onMove } = props;
  const unit = card.speedUnit;
  const { ref: sizeRef, width } = useElementSize();
  const canvas = useRef<HTMLDivElement>(null);
  const colours = useColours();

  const shown = (kt: number) => speedIn(kt, unit);
  const low = Math.floor((shown(card.stallKias.level) - 4) / 20) * 20;
  const high = Math.ceil((shown(card.vaKias) + 12) / 20) * 20;

  useEffect(() => {
    if (!canvas.current || width === 0) return;
    const chart = init(canvas.current, undefined, { renderer: 'canvas' });
    const text = { color: colours.quiet, fontFamily: FONT, fontSize: 13 };
    const stall = stallCurve(airplane, card.weightLb, MAX_BANK).map(([bank, kt]) => [
      bank,
      speedIn(kt, unit),
    ]);
    const va = speedIn(maneuveringSpeedKias(airplane, card.weightLb), unit);
    const fill = (rising: boolean) => ({
      color: { image: hatch(colours['band-edge'], rising), repeat: 'repeat' as const },
      opacity: 0.5,
    });
    const line = {
      type: 'line' as const,
      symbol: 'none',
      silent: true,
      lineStyle: { color: colours.ink, width: 2.5 },
    };
    chart.setOption({
      animation: false,
      grid: GRID,
      xAxis: {
        min: 0,
        max: MAX_BANK,
        interval: 15,
        axisLabel: { ...text, formatter: '{value}°' },
        axisLine: { lineStyle: { color: colours.rule } },
        splitLine: { show: false },
      },
      yAxis: { min: low, max: high, interval: 20, axisLabel: text, splitLine: { show: false } },
      series: [
        { ...line, data: stall, areaStyle: { ...fill(true), origin: 'start' } },
        {
          ...line,
          data: [
            [0, va],
            [MAX_BANK, va],
          ],
          areaStyle: { ...fill(true), origin: 'end' },
        },
      ],
    });
    return () => chart.dispose();
  }, [airplane, card.weightLb, unit, width, colours, low, high]);

  const plotWidth = Math.max(1, width - GRID.left - GRID.right);
  const plotHeight = HEIGHT - GRID.top - GRID.bottom;
  const x = (bank: number) => GRID.left + (bank / MAX_BANK) * plotWidth;
  const y = (kt: number) => GRID.top + ((high - shown(kt)) / (high - low)) * plotHeight;
  const kias = card.entry.airspeedKias;
  const window = card.entry.windowKias;

  const moveTo = (bankDeg: number, kt: number) => {
    const bank = clamp(Math.round(bankDeg), ...BANK_LIMITS);
    const allowed = speedWindow(airplane, card.weightLb, bank).windowKias;
    if (allowed) onMove({ bankDeg: bank, airspeedKias: clamp(kt, ...allowed) });
  };
  const drag = (event: PointerEvent<HTMLElement>) => {
    if (event.buttons === 0) return;
    const box = event.currentTarget.parentElement?.getBoundingClientRect();
    if (!box) return;
    const perKnot = plotHeight / (high - low);
    const value = high - (event.clientY - box.top - GRID.top) / perKnot;
    moveTo(((event.clientX - box.left - GRID.left) / plotWidth) * MAX_BANK, value / speedIn(1, unit));
  };
  const key = (event: KeyboardEvent) => {
    const steps: Record<string, [number, number]> = {
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
    };
    const step = steps[event.key];
    if (!step || kias === null) return;
    event.preventDefault();
    moveTo(card.bankDeg + step[0], kias + step[1]);
  };

  return (
    <div className="speed-window" ref={sizeRef}>
      <div className="small quiet">indicated airspeed, {unit}</div>
      <div className="speed-window-plot" style={{ height: HEIGHT }}>
        <div ref={canvas} style={{ height: HEIGHT }} aria-hidden="true" />
        {width > 0 && (
          <>
            <span className="speed-window-label" style={{ left: x(1), top: y(card.vaKias) - 22 }}>
              V<sub>A</sub> at {numberText(card.weightLb)} lb · {numberText(Math.floor(shown(card.vaKias)))}{' '}
              {unit}
            </span>
            <span className="speed-window-label" style={{ left: x(50), top: GRID.top + plotHeight - 27 }}>
              stalls
            </span>
            <span className="speed-window-axis" style={{ right: GRID.right, bottom: 0 }}>
              bank
            </span>
            {kias !== null && window && (
              <>
                <div
                  className="speed-window-span"
                  style={{
                    left: x(card.bankDeg) - 4,
                    top: y(card.vaKias),
                    height: y(card.stallKias.inBank) - y(card.vaKias),
                  }}
                />
                <button
                  type="button"
                  className="speed-window-mark"
                  aria-label={`Target ${numberText(shown(kias))} ${unit} at ${card.bankDeg} degrees of bank. Arrow keys move it.`}
                  style={{ left: x(card.bankDeg) - 22, top: y(kias) - 22 }}
                  onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
                  onPointerMove={drag}
                  onKeyDown={key}
                />
                <span
                  className="speed-window-target"
                  style={{ right: width - x(card.bankDeg) + 20, top: y(kias) - 14 }}
                >
                  {numberText(shown(kias))} {unit} at {card.bankDeg}°
                </span>
                <span
                  className="speed-window-margin"
                  style={{ left: x(card.bankDeg) + 20, top: (y(card.vaKias) + y(kias)) / 2 - 9 }}
                >
                  {numberText(Math.floor(shown(card.vaKias - kias)))} below V<sub>A</sub>
                </span>
                <span
                  className="speed-window-margin"
                  style={{ left: x(card.bankDeg) + 18, top: y(kias) + 24 }}
                >
                  {numberText(Math.floor(shown(kias - card.stallKias.inBank)))} {unit} above
                  <br />
                  the stall
                </span>
              </>
            )}
          </>
        )}
      </div>
    </div>
  );
}
