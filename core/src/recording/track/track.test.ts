/** Smoothing, resampling and breaks, held against plain definitions written out again. */
import fc from 'fast-check';
import { median } from '../../units/numbers.ts';
import { localSlope, ontoRows, ownSamples } from '../columns/resample.ts';
import { longestStepS, splitSegments } from '../columns/segments.ts';
import { smoothMedian, typicalStepS, unwrapHeading } from '../columns/smooth.ts';
import { firstRowAt, longestStretch, rowsBetween, valueAt } from '../columns/span.ts';

const every = (n: number, stepS: number) => Float64Array.from({ length: n }, (_, i) => i * stepS);

describe('the moving median', () => {
  test('is the median of the second around each sample (property)', () => {
    const samples = fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 3, maxLength: 80 });
    fc.assert(
      fc.property(samples, fc.constantFrom(0.02, 0.1, 0.2, 0.25, 0.5), (values, stepS) => {
        const timeS = every(values.length, stepS);
        const smoothed = smoothMedian(timeS, Float64Array.from(values));
        values.forEach((_, i) => {
          const near = values.filter((_v, k) => Math.abs(timeS[k] - timeS[i]) <= 0.5 + 1e-6);
          expect(smoothed[i]).toBe(median(near));
        });
      }),
    );
  });

  test('leaves what comes more slowly than twice a second as it is', () => {
    const values = Float64Array.from([1, 9, 1, 9]);
    expect(smoothMedian(every(4, 1), values)).toBe(values);
  });

  test('takes out one bad sample and nothing of a ramp', () => {
    const ramp = Float64Array.from({ length: 60 }, (_, i) => 2 * i);
    const spoiled = Float64Array.from(ramp);
    spoiled[30] = 5000;
    const smoothed = smoothMedian(every(60, 0.1), spoiled);
    for (let i = 10; i < 50; i++) expect(Math.abs(smoothed[i] - ramp[i])).toBeLessThanOrEqual(2);
  });
});

describe('a heading made continuous', () => {
  const turning = (rateDegPerS: number, n: number, stepS: number, fromDeg: number) =>
    Float64Array.from({ length: n }, (_, i) => (((fromDeg + rateDegPerS * i * stepS) % 360) + 360) % 360);

  test('counts every circle, either way, from any heading (property)', () => {
    const rate = fc.integer({ min: -20, max: 20 });
    fc.assert(
      fc.property(
        rate,
        fc.constantFrom(0.1, 0.2, 1, 2),
        fc.integer({ min: 0, max: 359 }),
        (rateDegPerS, stepS, fromDeg) => {
          const n = Math.round(60 / stepS);
          const unwrapped = unwrapHeading(every(n, stepS), turning(rateDegPerS, n, stepS, fromDeg));
          const turned = unwrapped[n - 1] - unwrapped[0];
          // The medians at both ends look half a second inwards.
          expect(Math.abs(turned - rateDegPerS * (n - 1) * stepS)).toBeLessThanOrEqual(
            Math.abs(rateDegPerS) + 1e-6,
          );
        },
      ),
    );
  });

  test('one bad sample adds no circle', () => {
    const headings = turning(10, 100, 0.1, 300);
    headings[40] = (headings[40] + 175) % 360;
    const unwrapped = unwrapHeading(every(100, 0.1), headings);
    expect(Math.abs(unwrapped[99] - unwrapped[0] - 99)).toBeLessThan(11);
  });
});

describe('putting samples onto rows', () => {
  test('between samples a straight line, over too wide a hole nothing', () => {
    const rows = every(9, 1);
    const column = Float64Array.from([
      10,
      Number.NaN,
      30,
      Number.NaN,
      Number.NaN,
      Number.NaN,
      Number.NaN,
      80,
      Number.NaN,
    ]);
    const filled = ontoRows(rows, ownSamples(rows, column), 3);
    expect([...filled]).toEqual([10, 20, 30, Number.NaN, Number.NaN, Number.NaN, Number.NaN, 80, Number.NaN]);
  });

  test('the slope of a line is its slope, at every row and any spacing (property)', () => {
    const steps = fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 4, maxLength: 60 });
    fc.assert(
      fc.property(steps, fc.integer({ min: -40, max: 40 }), (tenths, perS) => {
        let t = 0;
        const timeS = Float64Array.from(tenths, (step) => {
          t += step / 10;
          return t;
        });
        const values = timeS.map((at) => 7 + perS * at);
        for (const slope of localSlope(timeS, values, { from: 0, to: timeS.length }, 1.5)) {
          expect(slope).toBeCloseTo(perS, 6);
        }
      }),
    );
  });
});

describe('breaks', () => {
  test.each([
    [0.1, 3],
    [1, 3],
    [2, 6],
  ])('at steps of %d s the longest that is no gap is %d s', (stepS, longest) => {
    expect(longestStepS(stepS)).toBeCloseTo(longest, 3);
  });

  test('at long steps and at rows that cannot be used', () => {
    const timeS = Float64Array.from([0, 1, 2, 7, 8, 9, 10, 11]);
    expect(splitSegments(timeS, 3, (row) => row !== 5)).toEqual([
      { from: 0, to: 3 },
      { from: 3, to: 5 },
      { from: 6, to: 8 },
    ]);
  });

  test('the typical step is not moved by a few long ones', () => {
    expect(typicalStepS(Float64Array.from([0, 1, 2, 3, 40, 41, 42]))).toBe(1);
  });
});

describe('looking into columns', () => {
  const timeS = every(11, 1);
  const values = timeS.map((t) => t * t);
  test('rows between two times, both included', () => {
    expect(rowsBetween(timeS, 2, 5)).toEqual({ from: 2, to: 6 });
    expect(rowsBetween(timeS, 2.5, 2.6)).toEqual({ from: 3, to: 3 });
    expect(firstRowAt(timeS, 99)).toBe(11);
  });
  test('a value between rows is on the line between them; outside there is none', () => {
    expect(valueAt(timeS, values, 2.5)).toBe(6.5);
    expect(valueAt(timeS, values, 10)).toBe(100);
    expect(valueAt(timeS, values, -1)).toBeNaN();
    expect(valueAt(timeS, values, 11)).toBeNaN();
  });
  test('the longest stretch that holds', () => {
    const on = new Set([1, 2, 5, 6, 7, 10]);
    expect(longestStretch(timeS, { from: 0, to: 11 }, (row) => on.has(row))).toEqual({ startS: 5, endS: 7 });
    expect(longestStretch(timeS, { from: 0, to: 11 }, () => false)).toBeUndefined();
  });
});
