import { matchInterval, type Score } from '@keel/core';

/** What is different in a newer score of the same recording, in words. */
export function changesBetween(before: Score, after: Score): string[] {
  const changes: string[] = [];
  const matched = new Set<number>();
  before.attempts.forEach((old, i) => {
    const index = matchInterval(after.attempts, old);
    const name = `Attempt ${i + 1} (${old.maneuver} ${old.variant})`;
    if (index < 0) {
      changes.push(`${name} is no longer found.`);
      return;
    }
    matched.add(index);
    const now = after.attempts[index];
    for (const judge of ['strict', 'examiner'] as const) {
      if (old[judge] !== now[judge]) changes.push(`${name}: ${judge} was ${old[judge]}, is ${now[judge]}.`);
    }
  });
  after.attempts.forEach((attempt, i) => {
    if (!matched.has(i)) changes.push(`Attempt ${i + 1} (${attempt.maneuver} ${attempt.variant}) is new.`);
  });
  return changes;
}
