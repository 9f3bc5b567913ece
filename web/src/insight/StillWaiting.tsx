/** The share who have not soloed yet, by lessons, hours or weeks flown: one step for each who has. */
import { useElementSize } from '@mantine/hooks';
import { useMemo } from 'react';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';

interface StepsProps {
  steps: readonly { at: number; share: number }[];
  axis: string;
}

const HEIGHT = 260;

export function StillWaiting({ steps, axis }: StepsProps) {
  const { ref, width } = useElementSize();
  const colours = useColours();
  const option = useMemo(
    () => (width === 0 || steps.length === 0 ? null : stepOption({ steps, axis }, colours)),
    [steps, axis, width, colours],
  );
  const { canvas } = useChart(option);
  if (steps.length === 0) return null;
  return (
    <div ref={ref} style={{ width: '100%' }}>
      <div
        ref={canvas}
        style={{ height: HEIGHT }}
        role="img"
        aria-label={`Share of students who have not soloed, by ${axis}; the table below has the middle`}
      />
    </div>
  );
}

function stepOption({ steps, axis }: StepsProps, colours: Colours) {
  const text = { color: colours.quiet, fontFamily: FONT, fontSize: 12.5 };
  return {
    animation: false,
    grid: { left: 56, right: 20, top: 30, bottom: 44 },
    xAxis: {
      type: 'value',
      min: 0,
      name: axis,
      nameLocation: 'middle',
      nameGap: 26,
      nameTextStyle: text,
      axisLabel: text,
      splitLine: { show: false },
      axisLine: { lineStyle: { color: colours.rule } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      interval: 25,
      name: 'not soloed yet',
      nameTextStyle: { ...text, align: 'left' },
      axisLabel: { ...text, formatter: '{value} %' },
      splitLine: { lineStyle: { color: colours.rule } },
    },
    series: [
      {
        type: 'line',
        step: 'end',
        symbol: 'none',
        silent: true,
        data: [[0, 100], ...steps.map(({ at, share }) => [at, 100 * share])],
        lineStyle: { color: colours.spruce, width: 2.4 },
        markLine: {
          symbol: 'none',
          silent: true,
          label: { show: false },
          lineStyle: { color: colours.quiet, type: 'dashed' },
          data: [{ yAxis: 50 }],
        },
      },
    ],
  };
}
