/** A chart in an element: made anew for another option, and taken away with the element. */
import { type ECharts, type EChartsCoreOption, init } from 'echarts/core';
import { useEffect, useRef } from 'react';

/** @param option memoized; null while there is nothing to draw, or no room */
export function useChart(option: EChartsCoreOption | null) {
  const canvas = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  useEffect(() => {
    if (!canvas.current || !option) return;
    const made = init(canvas.current);
    made.setOption(option);
    chart.current = made;
    return () => {
      chart.current = null;
      made.dispose();
    };
  }, [option]);
  return { canvas, chart };
}
