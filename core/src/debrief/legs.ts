/** Legs: phases that lie inside another one, as a straight or a turn does in slow flight held. */

interface Span {
  startS: number;
  endS: number;
}

const lasts = ({ startS, endS }: Span): number => endS - startS;

/** Whether a phase lies wholly inside a longer one of the same attempt. */
export const isLeg = (phase: Span, phases: readonly Span[]): boolean =>
  phases.some(
    (other) => other.startS <= phase.startS && other.endS >= phase.endS && lasts(other) > lasts(phase),
  );
