import type { StageCheck } from '@keel/core';

interface Shown {
  /** Of the check. */
  id: string;
  plannedAt: string;
  checker: string;
  passed: boolean;
  words: string;
}

/** What closed checks say of a skill; a task that was not come to, or a check still open, says nothing. */
export const shownIn = (checks: readonly StageCheck[], skill: string): Shown[] =>
  checks.flatMap(({ id, plannedAt, checker, plan, marks, closedAt }) => {
    const task = plan.tasks.find((one) => one.skill === skill);
    const mark = task && closedAt ? marks.tasks[task.id] : undefined;
    return mark
      ? [{ id, plannedAt, checker: checker.name, passed: mark.mark === 'satisfactory', words: mark.words }]
      : [];
  });
