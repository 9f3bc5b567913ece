import type { AttemptScore, Score } from './score.ts';

/** The last attempt that lies, for the most part, in a span; null where none does. */
export function attemptOver(score: Score, span: { fromS: number; toS: number }): AttemptScore | null {
  const share = ({ startS, endS }: AttemptScore) =>
    (Math.min(endS, span.toS) - Math.max(startS, span.fromS)) / Math.max(1, endS - startS);
  return score.attempts.findLast((attempt) => share(attempt) > 0.5) ?? null;
}
