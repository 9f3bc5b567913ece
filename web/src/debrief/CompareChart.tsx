/** Keels over each other on the time of the first, phase by phase, in units of tolerance. */

import { type AttemptScore, type AverageLane, alignByPhase, type KeelTrace } from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import type { EChartsCoreOption } from 'echarts/core';
import { type PointerEvent, useMemo, useState } from 'react';
import { PARAMETER_NAMES } from '../parts/format.ts';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, useColours } from '../theme/colours.ts';
import {
  bandMarks,
  chartHeight,
  deviationText,
  LANE,
  LEFT,
  laneAxes,
  RIGHT,
  reachOf,
  TOP,
  targetText,
} from './keel-lanes.ts';

/** Line patterns by order of choice: told apart without colour. */
export const DASHES: (number[] | 'solid')[] = ['solid', [8, 4], [2, 3], [10, 3, 2, 3]];

/** The first is in the page's ink, the others in a second one; their patterns tell them apart without it. */
export const INKS = ['ink', 'spruce', 'spruce', 'quiet'] as const;

export function CompareChart(props: {
  attempts: AttemptScore[];
  traces: KeelTrace[];
  /** Several others as one, behind the lines. */
  average: AverageLane[];
  speedUnit: string;
}) {
  const { attempts, traces, average, speedUnit } = props;
  const { ref, width } = useElementSize();
  const colours = useColours();
  const { lanes } = traces[0];
  const option = useMemo(
    () => (width === 0 ? null : compareOption(attempts, traces, average, width, colours)),
    [attempts, traces, average, width, colours],
  );
  // The kinds of series differ from choice to choice, which its types do not know.
  const { canvas } = useChart(option as EChartsCoreOption | null);
  const height = chartHeight(lanes.length);
  const onReference = useMemo(
    () =>
      traces.map(({ timeS }, k) => {
        const align = alignByPhase(attempts[k], attempts[0]);
        return timeS.map(align);
      }),
    [attempts, traces],
  );
  const [at, setAt] = useState<number | null>(null);
  const fromS = attempts[0].startS + BEGINS_S;
  const toS = attempts[0].startS + endS(attempts[0], traces[0]);
  const point = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientX - box.left - LEFT) / (box.width - LEFT - RIGHT);
    setAt(share < 0 || share > 1 ? null : fromS + share * (toS - fromS));
  };
  const left = at === null ? 0 : LEFT + ((at - fromS) / (toS - fromS)) * (width - LEFT - RIGHT);
  return (
    <div ref={ref} className="keel">
      <div
        className="keel-plot"
        style={{ height }}
        role="img"
        aria-label="Attempts over each other, in units of tolerance"
        onPointerMove={point}
        onPointerDown={point}
        onPointerLeave={() => setAt(null)}
      >
        <div ref={canvas} style={{ height }} />
        {at !== null && (
          <>
            <div className="compare-cursor" style={{ left, top: TOP, height: LANE * lanes.length }} />
            {lanes.map((lane, i) => (
              <ol key={lane.parameter} className="compare-values" style={{ top: TOP + i * LANE + 6 }}>
                {traces.map((trace, k) => (
                  <li key={attempts[k].startS}>
                    {valueAt(trace, onReference[k], lane.parameter, at, speedUnit)}
                  </li>
                ))}
              </ol>
            ))}
          </>
        )}
        {lanes.map((lane, i) => (
          <div
            key={lane.parameter}
            className="keel-lane-name"
            style={{ top: TOP + i * LANE + LANE / 2 - 22 }}
          >
            <strong>{PARAMETER_NAMES[lane.parameter]}</strong>
            <span>{targetText(lane, speedUnit)}</span>
          </div>
        ))}
      </div>
    </div>
  );
}

const BEGINS_S = -5;

/** Where the time of the first ends, from its start. */
const endS = ({ startS }: AttemptScore, { timeS }: KeelTrace): number =>
  Math.ceil(timeS[timeS.length - 1] - startS);

/** How far off one of them was at a moment of the first. */
function valueAt(
  trace: KeelTrace,
  onReference: readonly number[],
  parameter: string,
  atS: number,
  speedUnit: string,
): string {
  const lane = trace.lanes.find((one) => one.parameter === parameter);
  const row = onReference.findIndex((one) => one >= atS);
  if (!lane || row < 0) return '';
  return deviationText(trace, lane, trace.timeS[row], speedUnit);
}

function compareOption(
  attempts: AttemptScore[],
  traces: KeelTrace[],
  average: AverageLane[],
  width: number,
  colours: Colours,
) {
  const [reference] = attempts;
  const { lanes } = traces[0];
  const laneOf = (trace: KeelTrace, parameter: string) =>
    trace.lanes.find((lane) => lane.parameter === parameter);
  const band = bandMarks(colours, reference);
  const fromS = BEGINS_S;
  const toS = endS(reference, traces[0]);
  const reaches = lanes.map((lane) =>
    reachOf(...traces.flatMap((trace) => laneOf(trace, lane.parameter) ?? [])),
  );
  const series = lanes.flatMap((lane, i) =>
    traces.flatMap((trace, k) => {
      const own = laneOf(trace, lane.parameter);
      if (!own) return [];
      const align = alignByPhase(attempts[k], reference);
      const points = trace.timeS.map((atS, row) => [align(atS) - reference.startS, own.used[row]]);
      return [
        {
          type: 'line' as const,
          xAxisIndex: i,
          yAxisIndex: i,
          silent: true,
          symbol: 'none',
          z: k === 0 ? 4 : 3,
          data: points,
          lineStyle: {
            color: colours[INKS[k]],
            width: k === 0 ? 2.4 : 2,
            type: DASHES[k],
          },
          ...(k === 0 && band),
        },
      ];
    }),
  );
  const behind = average.flatMap((lane) => {
    const i = lanes.findIndex(({ parameter }) => parameter === lane.parameter);
    return i < 0 ? [] : averageSeries(lane, traces[0], reference, i, colours);
  });
  return { ...laneAxes(reaches, { fromS, toS }, width, colours), series: [...behind, ...series] };
}

/** From the lowest to the highest as a filled strip, their mean as a line in it. */
function averageSeries(
  { mean, low, high }: AverageLane,
  { timeS }: KeelTrace,
  { startS }: AttemptScore,
  lane: number,
  colours: Colours,
) {
  const shared = {
    type: 'line' as const,
    xAxisIndex: lane,
    yAxisIndex: lane,
    silent: true,
    symbol: 'none',
    z: 2,
  };
  const at = (values: readonly (number | null)[]) => timeS.map((atS, row) => [atS - startS, values[row]]);
  const strip = { ...shared, stack: `spread ${lane}`, stackStrategy: 'all', lineStyle: { opacity: 0 } };
  return [
    { ...strip, data: at(low) },
    {
      ...strip,
      data: at(high.map((value, row) => (value === null ? null : value - (low[row] ?? 0)))),
      areaStyle: { color: colours['band-edge'], opacity: 0.55 },
    },
    { ...shared, data: at(mean), lineStyle: { color: colours.spruce, width: 1.8 } },
  ];
}
