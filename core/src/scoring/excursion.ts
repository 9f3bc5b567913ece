/** Stretches of a deviation outside its band, and the figures of a span. */

export interface Band {
  low: number;
  high: number;
}

export interface FoundExcursion {
  startS: number;
  endS: number;
  /** The deviation furthest from the band's centre, and when. */
  peak: number;
  peakS: number;
  toleranceUsed: number;
  /** How far beyond the edge it went, in the parameter's unit. */
  beyond: number;
}

/** Excursions closer than this are one. */
const MERGE_S = 1;

/** Distance from the centre of the band over its half-width: ±1 is the edge, one-sided bands included. */
export const toleranceUsed = (deviation: number, { low, high }: Band): number =>
  (deviation - (low + high) / 2) / ((high - low) / 2);

/**
 * Finds the stretches where the deviation is beyond the band's edge by more than the channel's resolution.
 * `timeS` and `deviation` are as long as each other; the ends of a stretch are interpolated between samples.
 */
export function findExcursions(
  timeS: ArrayLike<number>,
  deviation: ArrayLike<number>,
  band: Band,
  resolution: number,
): FoundExcursion[] {
  const low = band.low - resolution;
  const high = band.high + resolution;
  const beyond = (i: number) => Math.max(low - deviation[i], deviation[i] - high);
  const found: FoundExcursion[] = [];
  let open: FoundExcursion | undefined;
  for (let i = 0; i < deviation.length; i++) {
    const excess = beyond(i);
    if (excess > 0) {
      if (!open) {
        const startS = i === 0 ? timeS[0] : crossing(timeS, i - 1, beyond(i - 1), excess);
        const previous = found[found.length - 1];
        if (previous && startS - previous.endS < MERGE_S) open = found.pop() as FoundExcursion;
        else open = { startS, endS: startS, peak: deviation[i], peakS: startS, toleranceUsed: 0, beyond: 0 };
      }
      const used = Math.abs(toleranceUsed(deviation[i], band));
      if (used > open.toleranceUsed) {
        open.toleranceUsed = used;
        open.peak = deviation[i];
        open.peakS = timeS[i];
        open.beyond = excess + resolution;
      }
      open.endS = timeS[i];
    } else if (open) {
      open.endS = crossing(timeS, i - 1, beyond(i - 1), excess);
      found.push(open);
      open = undefined;
    }
  }
  if (open) found.push(open);
  return found;
}

/** The time between samples i and i + 1 at which a quantity that is `a` and then `b` passes zero. */
function crossing(timeS: ArrayLike<number>, i: number, a: number, b: number): number {
  return timeS[i] + (a / (a - b)) * (timeS[i + 1] - timeS[i]);
}

interface SpanFigures {
  maxAbove: number;
  maxBelow: number;
  rms: number;
  /** Share of the span's time inside the band, %. */
  insidePct: number;
  toleranceUsed: number;
}

/** A stretch of deviations: times in s, deviations in the parameter's unit, as long as each other. */
export interface Deviations {
  timeS: ArrayLike<number>;
  deviation: ArrayLike<number>;
}

/**
 * The figures of one or more legs of deviations. Each sample stands for half the step either side of it within its own leg:
 * what lies between two legs is nobody's.
 */
export function spanFigures(legs: readonly Deviations[], band: Band): SpanFigures {
  let maxAbove = 0;
  let maxBelow = 0;
  let used = 0;
  let squares = 0;
  let inside = 0;
  let total = 0;
  for (const { timeS, deviation } of legs) {
    const n = deviation.length;
    for (let i = 0; i < n; i++) {
      const d = deviation[i];
      maxAbove = Math.max(maxAbove, d);
      maxBelow = Math.min(maxBelow, d);
      used = Math.max(used, Math.abs(toleranceUsed(d, band)));
      const weight = n === 1 ? 1 : (timeS[Math.min(n - 1, i + 1)] - timeS[Math.max(0, i - 1)]) / 2;
      total += weight;
      squares += weight * d * d;
      if (d >= band.low && d <= band.high) inside += weight;
    }
  }
  return {
    maxAbove,
    maxBelow,
    rms: total > 0 ? Math.sqrt(squares / total) : 0,
    insidePct: total > 0 ? (100 * inside) / total : 0,
    toleranceUsed: used,
  };
}
