/** What is taken along, held against what was flown. */
import { flownAttempts } from '../testing/flown-attempts.ts';
import { KNOTS } from './figures.ts';
import { wentFirstSaid } from './reason.ts';
import { textOf } from './say.ts';
import { takenAlong } from './take-along.ts';

const attemptOf = (maneuver: string, habit?: string) => flownAttempts(maneuver, habit)[0];
const NOTHING = { observed: [], nextTime: null };

test('a clean turn: what was held, with what is allowed, and nothing to mend', () => {
  const { well, first, next } = takenAlong(attemptOf('steep-turn'), NOTHING, [], KNOTS);
  expect(well).toHaveLength(3);
  expect(well.join(' ')).toMatch(/Altitude within \d+ ft; 100 ft is allowed/);
  expect(first).toBeNull();
  expect(next).toBeNull();
});

test('what left its band is never among what went well, and comes first of what did not', () => {
  const attempt = attemptOf('steep-turn', 'steep-turn/overbank');
  const { well, first, next } = takenAlong(attempt, NOTHING, [], KNOTS);
  expect(well.join(' ')).not.toContain('Bank within');
  expect(first).toBe(textOf(wentFirstSaid(attempt, KNOTS)!));
  expect(first).toMatch(/bank/);
  expect(next).toBeTruthy();
});

test('the instructor’s words for next time come before the program’s, and what was seen before what was measured', () => {
  const attempt = attemptOf('steep-turn', 'steep-turn/overbank');
  const said = {
    observed: ['eyes-outside', 'eyes-inside'] as ('eyes-outside' | 'eyes-inside')[],
    nextTime: 'Stop the roll.',
  };
  const { well, next } = takenAlong(attempt, said, [], KNOTS);
  expect(well[0]).toBe('Eyes outside');
  expect(well.join(' ')).not.toContain('inside');
  expect(next).toBe('Stop the roll.');
});

test('in a stall, where few figures are judged, what was asked and held is said', () => {
  const { well } = takenAlong(attemptOf('power-off-stall'), NOTHING, [], KNOTS);
  expect(well.some((words) => words.startsWith('As required:'))).toBe(true);
});

test('a parked fault is not pressed', () => {
  const attempt = attemptOf('level-turn', 'level-turn/rollout-overshoot');
  const ids = attempt.findings.map(({ id }) => id);
  const { next } = takenAlong({ ...attempt, chain: [] }, NOTHING, ids, KNOTS);
  expect(next).toBeNull();
});

test('speeds are said in the unit that the airplane shows', () => {
  const attempt = attemptOf('slow-flight');
  const kt = takenAlong(attempt, NOTHING, [], KNOTS).well.join(' ');
  const mph = takenAlong(attempt, NOTHING, [], { speed: 'mph' }).well.join(' ');
  if (kt.includes('Airspeed')) expect(mph).toMatch(/Airspeed within \d+ mph/);
  expect(mph).not.toMatch(/\d kt/);
});
