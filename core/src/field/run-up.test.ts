/** What stops a lesson at the run-up. Common practice, no source; the limits are the airplane file's. */
import { findAirplane } from '../airplane/fleet.ts';
import { runUpProblemSaid } from '../words/run-up.ts';
import { readingsOf, runUpProblems } from './run-up.ts';

const airplane = { ...findAirplane('cairn-4')! };
const codes = (read: Parameters<typeof runUpProblems>[1]) =>
  runUpProblems(airplane, read).map(({ code }) => code);

test('within every limit nothing is said, and what was not read says nothing', () => {
  expect(codes({ leftDropRpm: 100, rightDropRpm: 80, heatDropRpm: 90, idleRpm: 700 })).toEqual([]);
  expect(codes({})).toEqual([]);
});

test('a drop beyond the limit stops the lesson; so does none, and for another reason', () => {
  expect(codes({ leftDropRpm: 160 })).toEqual(['drop-beyond']);
  const [none] = runUpProblems(airplane, { rightDropRpm: 0 });
  expect(none.code).toBe('no-drop');
  expect(runUpProblemSaid(none)).toContain('live');
});

test('the two may differ by so much, heat has to drop, and idle lies in its range', () => {
  expect(codes({ leftDropRpm: 140, rightDropRpm: 60 })).toEqual(['difference']);
  expect(codes({ heatDropRpm: 0 })).toEqual(['no-heat']);
  expect(codes({ idleRpm: 500 })).toEqual(['idle']);
  expect(codes({ idleRpm: 900 })).toEqual(['idle']);
});

test('without limits in the file only what needs none is said', () => {
  const bare = { ...airplane, runUp: undefined };
  expect(
    runUpProblems(bare, { leftDropRpm: 400, rightDropRpm: 0, idleRpm: 2000 }).map(({ code }) => code),
  ).toEqual(['no-drop']);
});

test('an engine without a carburettor has no heat to read', () => {
  expect(readingsOf(airplane)).toContain('heatDropRpm');
  expect(readingsOf({ ...airplane, engine: { ...airplane.engine!, carburettor: false } })).not.toContain(
    'heatDropRpm',
  );
});
