/** A stretch of time in view: moved, stretched, and marked at round times. */
export interface Span {
  fromS: number;
  toS: number;
}

export const lengthS = ({ fromS, toS }: Span) => toS - fromS;

/** So far beyond either end of the view it is drawn, in views: so far it can be dragged without drawing anew. */
const BEYOND = 0.5;

/** What is drawn for a view: the view and some more to either side. */
export function around(view: Span): Span {
  const beyondS = BEYOND * lengthS(view);
  return { fromS: view.fromS - beyondS, toS: view.toS + beyondS };
}

/** The same stretch but for rounding. */
const same = (a: number, b: number, scale: number) => Math.abs(a - b) < 1e-6 * scale;

/** Whether a view can be shown by moving what is drawn: at the same scale, and inside it. */
export const covers = (drawn: Span, view: Span) =>
  same(lengthS(drawn), lengthS(around(view)), lengthS(view)) &&
  drawn.fromS <= view.fromS &&
  view.toS <= drawn.toS;

/** Whether what is drawn is what would be drawn for the view. */
export const centred = (drawn: Span, view: Span) =>
  covers(drawn, view) && same(drawn.fromS, around(view).fromS, lengthS(view));

/** Closer than this there is nothing more to see. */
const SHORTEST_S = 20;

/** The span kept inside the whole, as long as it was where that is possible. */
export function within(span: Span, whole: Span): Span {
  const lengthS = Math.min(whole.toS - whole.fromS, Math.max(SHORTEST_S, span.toS - span.fromS));
  const fromS = Math.min(whole.toS - lengthS, Math.max(whole.fromS, span.fromS));
  return { fromS, toS: fromS + lengthS };
}

/** @param factor below 1 looks closer; what is at `aboutS` stays where it is. */
export const stretched = ({ fromS, toS }: Span, factor: number, aboutS: number): Span => ({
  fromS: aboutS - (aboutS - fromS) * factor,
  toS: aboutS + (toS - aboutS) * factor,
});

/** Round steps of time that leave room for their labels. */
const STEPS_S = [5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600];
const MOST_MARKS = 10;
/** Room that a mark with its label takes, px. */
export const MARK_PX = 52;

/** Whole steps of the flight's own clock within a span, no more than there is room for. */
export function roundTimes({ fromS, toS }: Span, beginS: number, most = MOST_MARKS): number[] {
  const stepS = STEPS_S.find((one) => (toS - fromS) / one <= most) ?? 7200;
  const first = Math.ceil((fromS - beginS) / stepS);
  const last = Math.floor((toS - beginS) / stepS);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => beginS + (first + i) * stepS);
}
