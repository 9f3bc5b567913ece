/**
 * Attempts laid over each other by what was being done, not by the clock: the beginning of each phase of one falls on
 * the beginning of the same phase of the other, and the time between is stretched evenly.
 */
import type { Phase } from '../scoring/schema.ts';
import { isLeg } from './legs.ts';

interface Timed {
  startS: number;
  endS: number;
  phases: readonly Phase[];
}

/** Instants that two attempts have in common: start, the beginnings of their common phases, end. */
function pairs(attempt: Timed, reference: Timed): [own: number, other: number][] {
  const found: [number, number][] = [[attempt.startS, reference.startS]];
  for (const phase of attempt.phases) {
    const { name, startS } = phase;
    // Legs differ from flight to flight.
    if (isLeg(phase, attempt.phases)) continue;
    const same = reference.phases.find((other) => other.name === name);
    const [lastOwn, lastOther] = found[found.length - 1];
    // Both have to go forward, or a stretch of time would be drawn backwards.
    if (
      same &&
      startS > lastOwn &&
      same.startS > lastOther &&
      startS < attempt.endS &&
      same.startS < reference.endS
    )
      found.push([startS, same.startS]);
  }
  found.push([attempt.endS, reference.endS]);
  return found;
}

/**
 * @returns from a time of the attempt to the time of the reference at which the same was being done; rising throughout,
 * and as fast as the clock before the start and after the end.
 */
export function alignByPhase(attempt: Timed, reference: Timed): (atS: number) => number {
  const knots = pairs(attempt, reference);
  const [firstOwn, firstOther] = knots[0];
  const [lastOwn, lastOther] = knots[knots.length - 1];
  return (atS) => {
    if (atS <= firstOwn) return firstOther + (atS - firstOwn);
    if (atS >= lastOwn) return lastOther + (atS - lastOwn);
    const next = knots.findIndex(([own]) => own > atS);
    const [a, fromS] = knots[next - 1];
    const [b, toS] = knots[next];
    return fromS + ((atS - a) / (b - a)) * (toS - fromS);
  };
}
