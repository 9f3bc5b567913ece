/** The most that falls within a window of some length, wherever it lies. */

/**
 * @param spans from and until, ms; they may overlap. @param windowMs how long the window is.
 * @returns where such a window begins, and how much of the spans lies in it.
 */
export function mostWithin(
  spans: readonly (readonly [number, number])[],
  windowMs: number,
): { fromMs: number; totalMs: number } {
  // The sum is greatest where the window begins with a span, or ends with one.
  const begins = spans.flatMap(([from, until]) => [from, until - windowMs]);
  let most = { fromMs: 0, totalMs: 0 };
  for (const fromMs of begins) {
    const totalMs = spans.reduce(
      (sum, [from, until]) => sum + Math.max(0, Math.min(until, fromMs + windowMs) - Math.max(from, fromMs)),
      0,
    );
    if (totalMs > most.totalMs) most = { fromMs, totalMs };
  }
  return most;
}
