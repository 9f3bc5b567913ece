/**
 * A chart in an element: drawn once somebody comes near it, made anew for another option, and taken away with the
 * element. The library is fetched for the first one; the words of a page do not wait for it.
 */
import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { piece } from './piece.ts';

/** How far below the window a chart is already drawn. */
const NEAR = '200px';

type Drawing = typeof import('./drawing.ts');
let drawing: Drawing | null = null;

/**
 * @param option memoized; null while there is nothing to draw, or no room
 * @param pressed which of a series' points was pressed
 * @returns where it goes, and the chart once it is drawn
 */
export function useChart(
  option: EChartsCoreOption | null,
  pressed?: (index: number) => void,
): { canvas: RefObject<HTMLDivElement | null>; chart: ECharts | null } {
  const canvas = useRef<HTMLDivElement>(null);
  const told = useRef(pressed);
  told.current = pressed;
  const [chart, setChart] = useState<ECharts | null>(null);
  const [missing, setMissing] = useState<unknown>(null);
  if (missing) throw missing;

  useEffect(() => {
    const element = canvas.current;
    if (!element || !option) return;
    let made: ECharts | null = null;
    let gone = false;
    const draw = ({ init }: Drawing) => {
      if (gone) return;
      made = init(element);
      made.setOption(option);
      made.on('click', ({ dataIndex }) => told.current?.(dataIndex));
      setChart(made);
    };
    const fetched = async () => {
      element.dataset.loading = '';
      try {
        drawing = await piece(import('./drawing.ts'));
        draw(drawing);
      } catch (error) {
        setMissing(error);
      } finally {
        delete element.dataset.loading;
      }
    };
    const near = new IntersectionObserver(
      (seen) => {
        if (!seen.some(({ isIntersecting }) => isIntersecting)) return;
        near.disconnect();
        void fetched();
      },
      { rootMargin: NEAR },
    );
    // What is at hand is drawn at once: a chart that changes does not blink.
    if (drawing) draw(drawing);
    else near.observe(element);
    return () => {
      gone = true;
      near.disconnect();
      made?.dispose();
    };
  }, [option]);
  return { canvas, chart };
}
