/** Figures with their intervals, one under the other: the point is the figure, the bar what it may be. */
import { useElementSize } from '@mantine/hooks';
import { useMemo } from 'react';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';

export interface IntervalRow {
  name: string;
  value: number;
  /** What is not known is open: the bar goes to the edge. */
  low: number | null;
  high: number | null;
  /** Stands out: said in the table as well. */
  told?: boolean;
  /** The same before: a hollow point. */
  before?: number | null;
}

interface IntervalsProps {
  rows: readonly IntervalRow[];
  /** What the axis counts. */
  axis: string;
  /** Where a line stands: nothing leans there. */
  zero?: number;
  says: string;
}

const ROW = 26;
const FOOT = 44;
const NAME_SHARE = 0.34;
const LONGEST_NAME = 250;

export function Intervals({ rows, axis, zero, says }: IntervalsProps) {
  const { ref, width } = useElementSize();
  const colours = useColours();
  const option = useMemo(
    () => (width === 0 || rows.length === 0 ? null : intervalOption({ rows, axis, zero }, width, colours)),
    [rows, axis, zero, width, colours],
  );
  const { canvas } = useChart(option);
  if (rows.length === 0) return null;
  return (
    <div ref={ref} style={{ width: '100%' }}>
      <div ref={canvas} style={{ height: FOOT + ROW * rows.length }} role="img" aria-label={says} />
    </div>
  );
}

type Pair = [number, number];

function intervalOption(
  { rows, axis, zero }: Pick<IntervalsProps, 'rows' | 'axis' | 'zero'>,
  width: number,
  colours: Colours,
) {
  const text = { color: colours.ink, fontFamily: FONT, fontSize: 13 };
  const left = Math.min(LONGEST_NAME, Math.round(NAME_SHARE * width));
  const all = rows.flatMap(({ value, low, high, before }) => [
    value,
    low ?? value,
    high ?? value,
    before ?? value,
  ]);
  const ends: Pair = [Math.min(zero ?? 0, ...all), Math.max(zero ?? 0, ...all)];
  const room = 0.04 * (ends[1] - ends[0] || 1);
  const [least, most] = [ends[0] < 0 ? ends[0] - room : ends[0], ends[1] + room];
  const colourOf = ({ told }: IntervalRow) => (told ? colours.above : colours.spruce);
  return {
    animation: false,
    grid: { left: left + 8, right: 18, top: 6, bottom: FOOT - 6 },
    xAxis: {
      type: 'value',
      min: least,
      max: most,
      name: axis,
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: { ...text, color: colours.quiet, fontSize: 12.5 },
      axisLabel: {
        ...text,
        color: colours.quiet,
        fontSize: 12.5,
        showMinLabel: false,
        showMaxLabel: false,
        formatter: (value: number) => `${Math.round(100 * value) / 100}`.replace('-', '−'),
      },
      splitLine: { lineStyle: { color: colours.rule } },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: rows.map(({ name }) => name),
      axisTick: { show: false },
      axisLine: { lineStyle: { color: colours.rule } },
      axisLabel: { ...text, width: left, overflow: 'truncate', interval: 0 },
    },
    series: [
      {
        type: 'custom',
        silent: true,
        data: rows.map((_, i) => i),
        renderItem: (
          _: unknown,
          api: { value: (at: number) => number; coord: (point: [number, number]) => Pair },
        ) => {
          const i = api.value(0);
          const row = rows[i];
          const y = api.coord([row.value, i])[1];
          const x = (value: number) => api.coord([value, i])[0];
          const bar = { x1: x(row.low ?? least), x2: x(row.high ?? most), y1: y, y2: y };
          return {
            type: 'group',
            children: [
              { type: 'line', shape: bar, style: { stroke: colourOf(row), lineWidth: row.told ? 4 : 2.5 } },
              ...(row.before === null || row.before === undefined
                ? []
                : [
                    {
                      type: 'circle',
                      shape: { cx: x(row.before), cy: y, r: 5 },
                      style: { fill: colours.sheet, stroke: colours.quiet, lineWidth: 1.6 },
                    },
                  ]),
              // What is told has another shape as well as another colour.
              row.told
                ? {
                    type: 'polygon',
                    shape: { points: diamond(x(row.value), y) },
                    style: { fill: colourOf(row) },
                  }
                : {
                    type: 'circle',
                    shape: { cx: x(row.value), cy: y, r: 5 },
                    style: { fill: colourOf(row) },
                  },
            ],
          };
        },
        ...(zero !== undefined && {
          markLine: {
            symbol: 'none',
            silent: true,
            label: { show: false },
            lineStyle: { color: colours.ink, width: 1.4, type: 'solid' },
            data: [{ xAxis: zero }],
          },
        }),
      },
    ],
  };
}

const diamond = (x: number, y: number): Pair[] => [
  [x - 7, y],
  [x, y - 7],
  [x + 7, y],
  [x, y + 7],
];
