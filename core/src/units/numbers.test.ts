/** Angles, rounding and tables, held against a general-purpose library (simple-statistics) and against their own meaning. */
import fc from 'fast-check';
import * as statistics from 'simple-statistics';
import { compassDeg, degrees, radians, shortestTurnDeg, wrap360 } from './angles.ts';
import { interpolate } from './interpolate.ts';
import { clamp, mean, median, roundTo } from './numbers.ts';
import { slugOf } from './slug.ts';

const angles = fc.oneof(
  fc.double({ min: -3000, max: 3000, noNaN: true }),
  fc.constantFrom(0, -0, 360, -360, 180, -180, -1e-15, 1e-15, 359.999999999999),
);
/** The same direction, whatever it is called. */
const sameWay = (a: number, b: number) => {
  expect(Math.cos(radians(a))).toBeCloseTo(Math.cos(radians(b)), 8);
  expect(Math.sin(radians(a))).toBeCloseTo(Math.sin(radians(b)), 8);
};

test('an angle on the circle is from nought to 360, and 360 only where it rounds to it', () => {
  fc.assert(
    fc.property(angles, (deg) => {
      const wrapped = wrap360(deg);
      expect(wrapped).toBeGreaterThanOrEqual(0);
      expect(wrapped).toBeLessThanOrEqual(360);
      if (wrapped === 360) expect(Math.abs(deg % 360)).toBeLessThan(1e-10);
      sameWay(wrapped, deg);
    }),
  );
});

test('a heading is said from 1 to 360, and north is never nought', () => {
  fc.assert(
    fc.property(angles, (deg) => {
      expect(compassDeg(deg)).toBeGreaterThan(0);
      expect(compassDeg(deg)).toBeLessThanOrEqual(360);
      sameWay(compassDeg(deg), deg);
    }),
  );
  expect([0, 360, -360, 720].map(compassDeg)).toEqual([360, 360, 360, 360]);
});

test('the shortest turn leads there, the other way it is as long, and half a circle is to the right', () => {
  fc.assert(
    fc.property(angles, angles, (from, to) => {
      const turn = shortestTurnDeg(from, to);
      expect(turn).toBeGreaterThan(-180);
      expect(turn).toBeLessThanOrEqual(180);
      sameWay(from + turn, to);
      if (Math.abs(turn) < 179.999) expect(shortestTurnDeg(to, from)).toBeCloseTo(-turn, 6);
    }),
  );
  expect(shortestTurnDeg(350, 10)).toBe(20);
  expect(shortestTurnDeg(10, 350)).toBe(-20);
  expect(shortestTurnDeg(0, 180)).toBe(180);
});

test('degrees and radians are each other’s', () => {
  expect(radians(180)).toBeCloseTo(Math.PI, 12);
  fc.assert(fc.property(angles, (deg) => expect(degrees(radians(deg))).toBeCloseTo(deg, 8)));
});

const lists = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 60 });

test('middle and mean are the library’s', () => {
  fc.assert(
    fc.property(lists, (values) => {
      expect(median(values)).toBeCloseTo(statistics.median(values), 9);
      expect(mean(values)).toBeCloseTo(statistics.mean(values), 6);
    }),
  );
  expect([median([]), mean([])]).toEqual([Number.NaN, Number.NaN]);
});

test('rounded once it stays, no further off than half a step, and nought has no sign', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e5, max: 1e5, noNaN: true }),
      fc.integer({ min: -2, max: 4 }),
      (value, digits) => {
        const rounded = roundTo(value, digits);
        expect(roundTo(rounded, digits)).toBe(rounded);
        expect(Math.abs(rounded - value)).toBeLessThanOrEqual(0.5 * 10 ** -digits + 1e-9);
        expect(Object.is(rounded, -0)).toBe(false);
      },
    ),
  );
  expect(roundTo(1234, -2)).toBe(1200);
});

test('kept inside is inside, and what is inside stays', () => {
  fc.assert(
    fc.property(
      fc.double({ noNaN: true }),
      fc.double({ min: -10, max: 0, noNaN: true }),
      fc.double({ min: 0, max: 10, noNaN: true }),
      (value, low, high) => {
        const kept = clamp(value, low, high);
        expect(kept >= low && kept <= high).toBe(true);
        if (value >= low && value <= high) expect(kept).toBe(value);
      },
    ),
  );
});

test('a table is a straight line between its rows and goes on past its ends, read either way', () => {
  const table = fc
    .array(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 300 })), {
      minLength: 2,
      maxLength: 8,
    })
    .map((steps) => {
      let [x, y] = [0, 0];
      return steps.map(([dx, dy]): [number, number] => {
        x += dx;
        y += dy;
        return [x, y];
      });
    });
  fc.assert(
    fc.property(table, fc.double({ min: -20, max: 200, noNaN: true }), (points, x) => {
      for (const [at, value] of points) expect(interpolate(points, at)).toBeCloseTo(value, 8);
      // Both columns rise: read the other way it is the inverse.
      expect(interpolate(points, interpolate(points, x), 1)).toBeCloseTo(x, 6);
      // A library's line through the two rows either side.
      const after = Math.min(
        points.length - 1,
        Math.max(
          1,
          points.findIndex(([at]) => at >= x),
        ),
      );
      const inside = x > points[0][0] && x <= points[points.length - 1][0];
      if (!inside) return;
      const line = statistics.linearRegressionLine(
        statistics.linearRegression([points[after - 1], points[after]]),
      );
      expect(interpolate(points, x)).toBeCloseTo(line(x), 6);
    }),
  );
});

test('a name as an id has small letters, digits and single hyphens, none at its ends', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (name) => {
      expect(slugOf(name)).toMatch(/^([a-z0-9]+(-[a-z0-9]+)*)?$/);
      expect(slugOf(name).length).toBeLessThanOrEqual(40);
    }),
  );
  // Cut where a hyphen stands, it does not end in it.
  expect(slugOf('four letters', 5)).toBe('four');
  expect(slugOf('  Slow Flight (flaps 30°) ')).toBe('slow-flight-flaps-30');
});
