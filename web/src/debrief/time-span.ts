/** A stretch of time in view: moved, stretched, and marked at round times. */
export interface Span {
  fromS: number;
  toS: number;
}

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
