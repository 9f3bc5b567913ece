import type { StageCheck } from '@keel/core';
import { shownIn } from './shown-in.ts';

const check = (more: Partial<StageCheck>) =>
  ({
    id: 'check',
    plannedAt: '2027-03-01T10:00:00Z',
    checker: { id: 'c', name: 'Petra' },
    plan: { tasks: [{ id: 'task-1', skill: 'steep-turn' }] },
    marks: { tasks: { 'task-1': { mark: 'unsatisfactory', words: 'rolled out late', tries: 1 } } },
    closedAt: '2027-03-01T12:00:00Z',
    ...more,
  }) as unknown as StageCheck;

test('a closed check says of each of its skills what the checker marked', () => {
  expect(shownIn([check({})], 'steep-turn')).toEqual([
    {
      id: 'check',
      plannedAt: '2027-03-01T10:00:00Z',
      checker: 'Petra',
      passed: false,
      words: 'rolled out late',
    },
  ]);
});

test('an open check, another skill and a task that was not come to say nothing', () => {
  expect(shownIn([check({ closedAt: null })], 'steep-turn')).toEqual([]);
  expect(shownIn([check({})], 'slow-flight')).toEqual([]);
  expect(shownIn([check({ marks: { questions: {}, tasks: {} } })], 'steep-turn')).toEqual([]);
});
