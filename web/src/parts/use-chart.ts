/**
 * A chart in an element: drawn once somebody comes near it, made anew for another option, and taken away with the
 * element. The library is fetched for the first one; the words of a page do not wait for it.
 */
import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { type RefObject, useEffect, useRef, useState } from 'react';

/** How far below the window a chart is already drawn. */
const NEAR = '200px';

type Drawing = typeof import('./drawing.ts');
let drawing: Drawing | null = null;
const fetchDrawing = async (): Promise<Drawing> => {
  drawing ??= await import('./drawing.ts');
  return drawing;
};
const LATER_MS = 1000;
const MISSING = 'The chart could not be fetched. Load the page again once the server answers.';

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

  useEffect(() => {
    const element = canvas.current;
    if (!element || !option) return;
    let made: ECharts | null = null;
    let gone = false;
    const draw = ({ init }: Drawing) => {
      if (gone) return;
      element.textContent = '';
      made = init(element);
      made.setOption(option);
      made.on('click', ({ dataIndex }) => told.current?.(dataIndex));
      setChart(made);
    };
    const fetched = async () => {
      element.dataset.loading = '';
      try {
        draw(await fetchDrawing());
      } catch {
        // Words and tables of the page say the same.
        if (!gone) element.textContent = MISSING;
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
    // Fetched in any case: the network may be away by the time somebody comes near.
    const later = setTimeout(() => fetchDrawing().catch(() => undefined), LATER_MS);
    return () => {
      gone = true;
      near.disconnect();
      clearTimeout(later);
      made?.dispose();
    };
  }, [option]);
  return { canvas, chart };
}
