/** The performance model against the book's points: how well it was fitted, and what it then says. */

import {
  type Airplane,
  casAtStage,
  ceilingFt,
  climbFpm,
  densityRatio,
  type Fit,
  iasAtStage,
  leastPowerKias,
  levelFlight,
  performanceFit,
  slowestLevelKias,
  stallAtStage,
} from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { useMemo } from 'react';
import { Figure } from '../parts/Figure.tsx';
import { numberText, signed, speedIn } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';

const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond', 'pin'];

interface Series {
  name: string;
  points: [number, number][];
  line: [number, number][];
}

export function FitView({ airplane }: { airplane: Airplane }) {
  const fit = useMemo(() => performanceFit(airplane), [airplane]);
  if (!fit)
    return (
      <p className="quiet">
        The file has no cruise table and no level-flight power, so nothing can be fitted. The cards then leave
        power out and say so. Three or four rows of a cruise table are enough to begin with.
      </p>
    );
  const { model, points } = fit;
  const unit = airplane.speedUnit;
  const at = { weightLb: airplane.maxWeightLb, pressureAltitudeFt: 3000 };
  return (
    <div className="stack" style={{ gap: 18 }}>
      <div className="hangar-figures">
        <Figure
          label="Fits its book to"
          value={numberText(Math.max(...points.filter(({ kind }) => kind !== 'glide').map(offBy)) * 100, 1)}
          unit="%"
          note={`at the worst of ${points.length} points`}
        />
        <Figure
          label="Least power at"
          value={numberText(speedIn(leastPowerKias(model, at), unit))}
          unit={unit}
          note={`maximum weight, 3 000 ft · ${model.from.shaftPower}`}
        />
        <Figure
          label="Slowest level"
          value={numberText(speedIn(slowestLevelKias(model, at), unit))}
          unit={unit}
          note={`stall ${numberText(speedIn(stallAtStage(airplane, at).kias, unit))} · ${model.from.levelPower}`}
        />
        <Figure
          label="Climb at sea level"
          value={numberText(
            climbFpm(model, airplane.vyKias ?? 1.5 * airplane.vs1Kias, { ...at, pressureAltitudeFt: 0 }),
          )}
          unit="ft/min"
          note={`best rate, maximum weight · ${model.from.climb}`}
        />
        <Figure
          label="Service ceiling"
          value={numberText(Math.round(ceilingFt(model, airplane.maxWeightLb) / 100) * 100)}
          unit="ft"
          note={`100 ft/min left · ${model.from.climb}`}
        />
        <Figure
          label="Drag polar"
          value={numberText(model.polar.cd0, 3)}
          unit={`+ ${numberText(model.polar.k, 3)} C²`}
          note={airplane.polar ? 'given in the file' : 'fitted'}
        />
      </div>
      <div className="fit-charts">
        <Chart
          title={`Power for level flight, ${model.powerUnit} against true airspeed, kt`}
          series={cruiseSeries(fit)}
        />
        <Chart
          title="Climb at full throttle, ft/min against pressure altitude, ft"
          series={climbSeries(fit)}
        />
      </div>
      <PlainTable>
        <thead>
          <tr>
            <th scope="col">The book’s point</th>
            <th scope="col">Book</th>
            <th scope="col">Model</th>
            <th scope="col">Off by</th>
          </tr>
        </thead>
        <tbody>
          {points.map(({ label, unit: own, book, model: says, kind }) => (
            <tr key={`${label} ${own} ${kind}`}>
              <td>{label}</td>
              <td>
                {numberText(book, own === '' ? 1 : 0)} {own}
              </td>
              <td>{numberText(says, own === '' ? 1 : 0)}</td>
              <td>{signed(says - book, own === '' || own === 'KIAS' ? 1 : 0)}</td>
            </tr>
          ))}
        </tbody>
      </PlainTable>
    </div>
  );
}

const offBy = ({ book, model }: { book: number; model: number }) => Math.abs(model - book) / Math.abs(book);

/** A curve for each altitude of the cruise table. */
function cruiseSeries({ model, points }: Fit): Series[] {
  const rows = model.airplane.book?.cruise ?? [];
  const altitudes = [...new Set(rows.map(({ pressureAltitudeFt }) => pressureAltitudeFt))];
  const cruise = points.filter(({ kind }) => kind === 'cruise');
  if (altitudes.length === 0) {
    const level = points.filter(({ kind }) => kind === 'level');
    return [
      {
        name: '3 000 ft',
        points: level.map(({ at, book }): [number, number] => [at, book]),
        line: level.map(({ at, model: says }): [number, number] => [at, says]),
      },
    ];
  }
  return altitudes.map((pressureAltitudeFt): Series => {
    const root = Math.sqrt(densityRatio(pressureAltitudeFt));
    const at = { weightLb: model.airplane.maxWeightLb, pressureAltitudeFt };
    const own = cruise.filter((_, i) => rows[i].pressureAltitudeFt === pressureAltitudeFt);
    const [slow, fast] = [Math.min(...own.map((p) => p.at)) - 12, Math.max(...own.map((p) => p.at)) + 5];
    const line: [number, number][] = [];
    for (let ktas = slow; ktas <= fast; ktas++) {
      const kias = iasAtStage(model.airplane, ktas * root);
      if (casAtStage(model.airplane, kias) > 0) line.push([ktas, levelFlight(model, kias, at).power]);
    }
    return {
      name: `${numberText(pressureAltitudeFt)} ft`,
      points: own.map(({ at: ktas, book }): [number, number] => [ktas, book]),
      line,
    };
  });
}

function climbSeries({ points }: Fit): Series[] {
  const climb = points.filter(({ kind }) => kind === 'climb');
  return climb.length === 0
    ? []
    : [
        {
          name: 'best rate',
          points: climb.map(({ at, book }): [number, number] => [at, book]),
          line: climb.map(({ at, model: says }): [number, number] => [at, says]),
        },
      ];
}

function Chart({ title, series }: { title: string; series: Series[] }) {
  const { ref, width } = useElementSize();
  const colours = useColours();
  const option = useMemo(
    () => (width === 0 || series.length === 0 ? null : fitOption(series, colours)),
    [series, colours, width],
  );
  const { canvas } = useChart(option);
  if (series.length === 0) return null;
  return (
    <figure className="fit-chart" ref={ref}>
      <figcaption className="small">
        <strong>{title}</strong> <span className="quiet">marks: the book; lines: the model</span>
      </figcaption>
      <div ref={canvas} style={{ height: 260 }} role="img" aria-label={title} />
    </figure>
  );
}

function fitOption(series: Series[], colours: Colours) {
  const text = { color: colours.quiet, fontFamily: FONT, fontSize: 13 };
  const axis = {
    scale: true,
    axisLabel: { ...text, formatter: (value: number) => numberText(value) },
    splitLine: { lineStyle: { color: colours.rule, opacity: 0.6 } },
  };
  return {
    animation: false,
    grid: { left: 54, right: 70, top: 12, bottom: 28 },
    tooltip: { trigger: 'item', valueFormatter: (value: unknown) => String(value) },
    xAxis: axis,
    yAxis: axis,
    series: series.flatMap(({ name, points, line }, i) => [
      {
        type: 'line',
        data: line,
        symbol: 'none',
        silent: true,
        lineStyle: { color: colours.ink, width: 1.6, opacity: 1 - 0.16 * i },
        // Between the first and the last curve there is no room for words.
        endLabel: {
          show: i === 0 || i === series.length - 1,
          formatter: name,
          ...text,
          ...(i > 0 && { align: 'right', offset: [-14, -4] }),
        },
      },
      {
        type: 'scatter',
        name,
        data: points,
        symbol: SYMBOLS[i % SYMBOLS.length],
        symbolSize: 9,
        itemStyle: { color: colours.spruce },
      },
    ]),
  };
}
