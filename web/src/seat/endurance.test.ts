import type { Lesson } from '@keel/core';
import { fuelLeftMin } from './endurance.ts';

const plan = (fuelUsedGal: number | null, fuelLeftGal: number | null) =>
  ({ totalMin: 60, fuelUsedGal, fuelLeftGal }) as Lesson['plan'];

test('at the lesson’s own burn, less the reserve, and never below nothing', () => {
  // 8 gal an hour, 24 aboard: three hours, less half an hour.
  expect(fuelLeftMin(plan(8, 16), 0)).toBe(150);
  expect(fuelLeftMin(plan(8, 16), 61)).toBe(89);
  expect(fuelLeftMin(plan(8, 16), 400)).toBe(0);
});

test('nothing is said where nothing is known', () => {
  expect(fuelLeftMin(null, 10)).toBeNull();
  expect(fuelLeftMin(plan(null, null), 10)).toBeNull();
});
