import {
  type AttemptScore,
  attemptName,
  type Judge,
  matchInterval,
  type Score,
  VERDICT_WORDS,
} from '@keel/core';

const JUDGES: [Judge, name: string][] = [
  ['strict', 'Strict'],
  ['examiner', 'Examiner'],
];
const called = (attempt: AttemptScore, i: number): string => `Attempt ${i + 1}, ${attemptName(attempt)}`;

/** What is different in a newer score of the same recording, in words. */
export function changesBetween(before: Score, after: Score): string[] {
  const changes: string[] = [];
  const matched = new Set<number>();
  before.attempts.forEach((old, i) => {
    const index = matchInterval(after.attempts, old);
    if (index < 0) {
      changes.push(`${called(old, i)}, is no longer found.`);
      return;
    }
    matched.add(index);
    const now = after.attempts[index];
    if (attemptName(old) !== attemptName(now)) changes.push(`${called(old, i)}, is now ${attemptName(now)}.`);
    for (const [judge, name] of JUDGES) {
      const [was, is] = [old, now].map((one) => VERDICT_WORDS[one[judge]]);
      if (was !== is) changes.push(`${called(now, i)}: ${name} was “${was}”, is “${is}”.`);
    }
  });
  after.attempts.forEach((attempt, i) => {
    if (!matched.has(i)) changes.push(`${called(attempt, i)}, is new.`);
  });
  return changes;
}
