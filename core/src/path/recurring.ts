/** What recurs in a student's latest attempts, maneuver by maneuver. */
import type { RecurringFinding } from '../card/recurring.ts';
import type { PathAttempt } from './path-attempt.ts';

/**
 * The findings that recur, for the next brief: of each maneuver over its own latest attempts flown by the student, so that a
 * week of other things does not hide them; most frequent first.
 */
export function recurringFindings(attempts: readonly PathAttempt[], lastAttempts = 6): RecurringFinding[] {
  const flown = attempts.filter((attempt) => attempt.flownBy === 'student');
  return [...new Set(flown.map(({ maneuver }) => maneuver))]
    .flatMap((maneuver) =>
      countFindings(flown.filter((attempt) => attempt.maneuver === maneuver).slice(-lastAttempts)),
    )
    .sort((a, b) => b.count - a.count);
}

/** In how many of these attempts each finding was drawn. */
function countFindings(recent: readonly PathAttempt[]): RecurringFinding[] {
  const seen = new Map<string, RecurringFinding>();
  for (const { findings } of recent) {
    for (const finding of findings)
      seen.set(finding.id, {
        ...finding,
        count: (seen.get(finding.id)?.count ?? 0) + 1,
        of: recent.length,
      });
  }
  return [...seen.values()];
}
