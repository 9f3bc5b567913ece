import fc from 'fast-check';
import { configurationOf } from './configuration.ts';
import { fleet } from './fleet.ts';

const { flaps: stages } = fleet[0];
const full = stages[stages.length - 1].deg;

test('the nearest stage counts: a lever’s sender is a degree or two off', () => {
  const called = (deg: number) => configurationOf(deg, { stages, fullFlapsDeg: 0 });
  expect([0, 2, stages[0].deg - 2, stages[0].deg, full - 2, full, full + 1].map(called)).toEqual([
    'clean',
    'clean',
    'takeoff',
    'takeoff',
    'landing',
    'landing',
    'landing',
  ]);
});

test('one stage is all of them; none can only be clean', () => {
  expect(configurationOf(24, { stages: [{ deg: 25, vfeKias: 90 }], fullFlapsDeg: 0 })).toBe('landing');
  expect(configurationOf(0, { stages: [], fullFlapsDeg: 0 })).toBe('clean');
});

test('an airplane nobody described is measured by the most of the flight', () => {
  const called = (deg: number) => configurationOf(deg, { fullFlapsDeg: 30 });
  expect([2, 10, 20, 25, 30].map(called)).toEqual(['clean', 'takeoff', 'takeoff', 'landing', 'landing']);
});

test('more flaps are never less (property)', () => {
  const order = ['clean', 'takeoff', 'landing'];
  const rank = (deg: number) => order.indexOf(configurationOf(deg, { stages, fullFlapsDeg: full }));
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 40, noNaN: true }),
      fc.double({ min: 0, max: 40, noNaN: true }),
      (a, b) => expect(rank(Math.max(a, b))).toBeGreaterThanOrEqual(rank(Math.min(a, b))),
    ),
  );
});
