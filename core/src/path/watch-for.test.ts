import type { RecurringFinding } from '../card/recurring.ts';
import { watchForByManeuver } from './watch-for.ts';

const finding = (id: string, count: number, severity = 'fault'): RecurringFinding => ({
  id,
  severity,
  count,
  of: 6,
  size: 1,
  asWritten: { what: `${id}.`, why: '', tryNext: '' },
});

test('what recurs goes on the card of its maneuver; once is no pattern; parked is left out', () => {
  const recurring = [
    finding('steep-turn/overbank', 3),
    finding('steep-turn/slip', 2),
    finding('slow-flight/too-fast', 1),
  ];
  expect(watchForByManeuver(recurring, ['steep-turn/slip'], ['steep-turn', 'slow-flight'])).toEqual({
    'steep-turn': [recurring[0]],
    'slow-flight': [],
  });
});

test('what is critical is never parked, and once is enough', () => {
  const recurring = [finding('steep-turn/spiral-dive', 1, 'critical')];
  expect(
    watchForByManeuver(recurring, ['steep-turn/spiral-dive'], ['steep-turn'])['steep-turn'],
  ).toHaveLength(1);
});

test('a general fault belongs to every maneuver', () => {
  const { climb } = watchForByManeuver([finding('rushed-entry', 2)], [], ['climb']);
  expect(climb).toHaveLength(1);
});
