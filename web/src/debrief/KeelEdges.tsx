/** Where an attempt begins and ends, dragged on the chart or moved by keys; it counts once it is kept. */
import type { KeyboardEvent, PointerEvent } from 'react';
import { clock } from '../parts/format.ts';
import { movedEdge, type Span } from './edges.ts';

interface Props {
  edges: Span;
  change: (edges: Span) => void;
  /** What the chart shows, in the recording's seconds. */
  shown: Span;
  /** From the attempt's own beginning, which the chart counts from. */
  zeroS: number;
  left: (atS: number) => number;
  /** Seconds at so many pixels from the window's left. */
  atOf: (clientX: number) => number;
  height: number;
}

const SIDES = [
  { side: 'startS', label: 'Beginning of the attempt' },
  { side: 'endS', label: 'End of the attempt' },
] as const;
/** What a key moves an edge by, or the cursor. */
export const STEPS_S: Readonly<Record<string, number | undefined>> = {
  ArrowLeft: -0.5,
  ArrowRight: 0.5,
  PageUp: 5,
  PageDown: -5,
};

export function KeelEdges({ edges, change, shown, zeroS, left, atOf, height }: Props) {
  return SIDES.map(({ side, label }) => {
    const to = (atS: number) => change(movedEdge(edges, side, atS, shown));
    const drag = (event: PointerEvent<HTMLElement>) => {
      event.stopPropagation();
      if (event.type === 'pointerdown') event.currentTarget.setPointerCapture(event.pointerId);
      else if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
      to(atOf(event.clientX));
    };
    const key = (event: KeyboardEvent) => {
      const step = STEPS_S[event.key];
      if (step === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      to(edges[side] + step);
    };
    return (
      <div
        key={side}
        className="keel-handle"
        data-side={side}
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuemin={shown.startS}
        aria-valuemax={shown.endS}
        aria-valuenow={edges[side]}
        aria-valuetext={clock(edges[side] - zeroS)}
        style={{ left: left(edges[side]), height }}
        onPointerDown={drag}
        onPointerMove={drag}
        onKeyDown={key}
      />
    );
  });
}
