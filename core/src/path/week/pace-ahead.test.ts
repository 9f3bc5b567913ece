import { weeksOf } from './pace-ahead.ts';

const LESSONS = { low: 4, middle: 6, high: 8 };
const nothing = { kept: 0, fellOut: 0, aheadDays: [] };

test('with nothing booked the pace is the one flown: four to eight lessons, one a week', () => {
  expect(weeksOf(LESSONS, 7, nothing)).toMatchObject({ low: 4, high: 8, everyDays: 7, from: 'flown' });
});

test('booked ahead counts by what is kept: every second one fell out, so every lesson takes twice as long', () => {
  const aheadDays = [3, 7, 10, 14];
  const steady = weeksOf(LESSONS, 7, { kept: 97, fellOut: 0, aheadDays })!;
  const washed = weeksOf(LESSONS, 7, { kept: 47, fellOut: 49, aheadDays })!;
  expect(steady).toMatchObject({ from: 'booked', everyDays: 4, low: 2, high: 5 });
  expect(washed.keptShare).toBeCloseTo(0.5, 2);
  expect(washed).toMatchObject({ from: 'booked', everyDays: 7, low: 4, high: 8 });
});

test('one or two bookings are no pace', () => {
  expect(weeksOf(LESSONS, 10, { kept: 5, fellOut: 0, aheadDays: [1, 2] })!.from).toBe('flown');
});

test('a single cancellation moves little, since it says little', () => {
  const aheadDays = [2, 7, 9, 14];
  const before = weeksOf(LESSONS, 7, { kept: 4, fellOut: 0, aheadDays })!;
  const after = weeksOf(LESSONS, 7, { kept: 4, fellOut: 1, aheadDays })!;
  expect(after.keptShare).toBeLessThan(before.keptShare);
  expect(before.keptShare - after.keptShare).toBeLessThan(0.12);
});

test('what would take more than a year is not said, nor what has no pace', () => {
  expect(weeksOf({ low: 30, middle: 40, high: 50 }, 14, nothing)).toBeNull();
  expect(weeksOf(LESSONS, 0, nothing)).toBeNull();
});
