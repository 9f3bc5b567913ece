/** Which attempts the synthetic instructor flew, from when it had the controls. */

interface Span {
  startS: number;
  endS: number;
}

/** Attempts of which it flew the larger part. */
export function instructorsAttempts<T extends Span>(attempts: readonly T[], held: readonly Span[]): T[] {
  return attempts.filter(({ startS, endS }) => {
    const flown = held.reduce(
      (sum, span) => sum + Math.max(0, Math.min(endS, span.endS) - Math.max(startS, span.startS)),
      0,
    );
    return flown > 0.5 * (endS - startS);
  });
}
