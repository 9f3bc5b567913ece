/** Axes in whole steps, wide enough for everything on them. */
import fc from 'fast-check';
import { across, axisAround, upright } from './picture.ts';

const AXIS = { label: 'altitude', unit: 'ft', step: 100 };

test.each([
  [[4010, 4190], 4000, 4200],
  [[4000], 4000, 4100],
  [[-30, 20], -100, 100],
  [[null, 4050, null], 4000, 4100],
  [[], 0, 100],
  [[Number.NaN, null], 0, 100],
  [[Number.POSITIVE_INFINITY, 250], 200, 300],
])('around %j from %i to %i', (values, min, max) => {
  expect(axisAround(AXIS, ...values)).toEqual({ ...AXIS, min, max });
});

test('whatever is on it, it holds that, in whole steps, and is no emptier than a step at each end', () => {
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.integer({ min: -5000, max: 20_000 })), { minLength: 1 }),
      fc.constantFrom(1, 5, 10, 100, 500),
      (values, step) => {
        const { min, max } = axisAround({ ...AXIS, step }, ...values);
        const known = values.filter((value) => value !== null);
        expect(Math.abs(min % step)).toBe(0);
        expect(Math.abs(max % step)).toBe(0);
        expect(max).toBeGreaterThan(min);
        if (known.length === 0) return;
        expect(min).toBeLessThanOrEqual(Math.min(...known));
        expect(max).toBeGreaterThanOrEqual(Math.max(...known));
        expect(Math.min(...known) - min).toBeLessThan(step);
        expect(max - Math.max(...known)).toBeLessThanOrEqual(step);
      },
    ),
  );
});

test('lines across and up go from edge to edge', () => {
  const axis = axisAround(AXIS, 4000, 4300);
  expect(across(axis, 7)).toEqual([
    [4000, 7],
    [4300, 7],
  ]);
  expect(upright(axis, 7)).toEqual([
    [7, 4000],
    [7, 4300],
  ]);
});
