/** The two edges of an attempt while they are moved by hand. */
export interface Span {
  startS: number;
  endS: number;
}

/** Nothing shorter is an attempt. */
export const SHORTEST_S = 5;

const tenth = (seconds: number): number => Math.round(seconds * 10) / 10;

/** One edge put elsewhere: within what is shown, never nearer to the other than the shortest attempt, to a tenth of a second. */
export function movedEdge(edges: Span, side: keyof Span, atS: number, shown: Span): Span {
  const least = side === 'startS' ? shown.startS : edges.startS + SHORTEST_S;
  const most = side === 'startS' ? edges.endS - SHORTEST_S : shown.endS;
  return { ...edges, [side]: tenth(Math.max(least, Math.min(most, atS))) };
}

/** How far an edge was moved, as it is said. */
export function shiftText(fromS: number, toS: number): string {
  const by = tenth(toS - fromS);
  return by === 0 ? 'as found' : `${Math.abs(by)} s ${by < 0 ? 'earlier' : 'later'}`;
}
