/** Tolerance used by each parameter, attempt after attempt, the band's edge at 100 %. */

import { type PathAttempt, variantAfter } from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { useMemo } from 'react';
import { day, parameterName } from '../parts/format.ts';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';

const HEIGHT = 270;
const NARROW_PX = 420;

export function TrendChart({
  attempts,
  parameters,
  open,
}: {
  attempts: PathAttempt[];
  parameters: readonly string[];
  open: (attempt: PathAttempt) => void;
}) {
  const { ref, width } = useElementSize();
  const colours = useColours();

  const option = useMemo(
    () => (width === 0 ? null : trendOption(attempts, parameters, width, colours)),
    [attempts, parameters, width, colours],
  );
  const { canvas } = useChart(option, (index) => open(attempts[index]));

  return (
    <div ref={ref} style={{ width: '100%' }}>
      <div
        ref={canvas}
        style={{ height: HEIGHT }}
        role="img"
        aria-label="Tolerance used by each parameter, attempt after attempt; the table below has the figures"
      />
    </div>
  );
}

function trendOption(
  attempts: PathAttempt[],
  parameters: readonly string[],
  width: number,
  colours: Colours,
) {
  const text = { color: colours.quiet, fontFamily: FONT, fontSize: 12.5 };
  // Apart by dash and weight as well as by colour.
  const looks = [
    { color: colours.below, type: 'solid', width: 2.4 },
    { color: colours.above, type: 'dashed', width: 2 },
    { color: colours.ink, type: 'solid', width: 1.6 },
    { color: colours.spruce, type: 'dotted', width: 2.4 },
  ] as const;
  return {
    animation: false,
    grid: { left: 46, right: 12, top: 34, bottom: 28 },
    legend: {
      top: 0,
      left: 0,
      // In one line in a hand, too.
      ...(width < NARROW_PX ? { itemWidth: 16, itemGap: 7 } : { itemWidth: 30 }),
      textStyle: { ...text, color: colours.ink },
    },
    tooltip: {
      trigger: 'axis',
      backgroundColor: colours.sheet,
      borderColor: colours.rule,
      textStyle: { color: colours.ink, fontFamily: FONT, fontSize: 13 },
      valueFormatter: (value: unknown) => (typeof value === 'number' ? `${value} %` : 'not measured'),
    },
    xAxis: {
      type: 'category',
      data: attempts.map(
        (attempt, i) => `${i + 1} · ${day(attempt.flownAt)}${` ${variantAfter(attempt.variant)}`.trimEnd()}`,
      ),
      axisLabel: { ...text, hideOverlap: true },
      axisLine: { lineStyle: { color: colours.rule } },
      axisTick: { show: false },
    },
    yAxis: {
      min: 0,
      axisLabel: { ...text, formatter: '{value} %' },
      splitLine: { lineStyle: { color: colours.rule, opacity: 0.5 } },
    },
    series: parameters.slice(0, looks.length).map((parameter, i) => ({
      name: parameterName(parameter),
      type: 'line',
      connectNulls: true,
      symbolSize: 9,
      data: attempts.map((attempt) => {
        const used = attempt.toleranceUsed[parameter];
        const filled = attempt.help === 'unaided';
        return {
          value: used === undefined ? null : Math.round(100 * used),
          symbol: attempt.help === 'demonstration' ? 'rect' : 'circle',
          itemStyle: {
            color: filled ? looks[i].color : colours.sheet,
            borderColor: looks[i].color,
            borderWidth: 2,
          },
        };
      }),
      itemStyle: { color: looks[i].color },
      lineStyle: looks[i],
      ...(i === 0 && {
        markArea: {
          silent: true,
          itemStyle: { color: colours.band },
          data: [[{ yAxis: 0 }, { yAxis: 100 }]],
        },
      }),
    })),
  };
}
