/** Looking into columns by time, against the plainest way of doing the same. */
import fc from 'fast-check';
import {
  firstRowAt,
  firstWhere,
  longestStretch,
  meanOver,
  medianOver,
  rowOfMax,
  rowsBetween,
  valueAt,
} from './span.ts';

/** Rising times, unevenly apart, as a recorder that is busy writes them. */
const times = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 60 }).map((steps) => {
  let tenths = 0;
  return Float64Array.from(steps, (step) => {
    tenths += step;
    return tenths / 10;
  });
});
const moment = fc.integer({ min: -20, max: 2500 }).map((tenths) => tenths / 10);

test('the first row at a time, and the rows between two, are what counting one by one finds', () => {
  fc.assert(
    fc.property(times, moment, moment, (timeS, a, b) => {
      const plain = timeS.findIndex((s) => s >= a);
      expect(firstRowAt(timeS, a)).toBe(plain < 0 ? timeS.length : plain);
      const [startS, endS] = [Math.min(a, b), Math.max(a, b)];
      const { from, to } = rowsBetween(timeS, startS, endS);
      expect([...timeS.subarray(from, to)]).toEqual([...timeS].filter((s) => s >= startS && s <= endS));
    }),
  );
});

test('rows asked for backwards are none, and rows within others never leave them', () => {
  fc.assert(
    fc.property(times, moment, moment, fc.nat(60), fc.nat(60), (timeS, startS, endS, a, b) => {
      const within = { from: Math.min(a, b), to: Math.min(timeS.length, Math.max(a, b)) };
      const { from, to } = rowsBetween(timeS, startS, endS, within);
      expect(to).toBeGreaterThanOrEqual(from);
      if (startS > endS) expect(to).toBe(from);
      if (to > from) {
        expect(from).toBeGreaterThanOrEqual(within.from);
        expect(to).toBeLessThanOrEqual(within.to);
      }
    }),
  );
});

describe('the value at a time', () => {
  const timeS = Float64Array.from([0, 1, 3, 4]);
  const values = Float64Array.from([10, 20, 40, 0]);

  test.each([
    [0, 10],
    [0.5, 15],
    [2, 30],
    [3, 40],
    [3.75, 10],
    [4, 0],
  ])('at %f s is %f', (atS, value) => {
    expect(valueAt(timeS, values, atS)).toBeCloseTo(value, 12);
  });
  test.each([-0.1, 4.1, 100])('at %f s, where nothing was recorded, is no number', (atS) => {
    expect(valueAt(timeS, values, atS)).toBeNaN();
  });
  test('lies between its neighbours, and on a line is the line’s', () => {
    fc.assert(
      fc.property(times, moment, (timeS, atS) => {
        const line = timeS.map((s) => 3 * s - 7);
        const value = valueAt(timeS, line, atS);
        const outside = atS < timeS[0] || atS > timeS[timeS.length - 1];
        if (outside) expect(value).toBeNaN();
        else expect(value).toBeCloseTo(3 * atS - 7, 6);
      }),
    );
  });
});

test('a mean leaves out what was not measured; of nothing it is no number', () => {
  const values = [1, Number.NaN, 3, 8];
  expect(meanOver(values, { from: 0, to: 4 })).toBe(4);
  expect(meanOver(values, { from: 1, to: 2 })).toBeNaN();
  expect(meanOver(values, { from: 2, to: 2 })).toBeNaN();
  expect(medianOver(Float64Array.from([9, 1, 5]), { from: 0, to: 3 })).toBe(5);
  expect(medianOver(Float64Array.from([9, 1, 5]), { from: 2, to: 1 })).toBeNaN();
});

test('the row of the largest is the first of equals, and none where nothing is a number', () => {
  const of = (...values: number[]) => rowOfMax({ from: 0, to: values.length }, (i) => values[i]);
  expect(of(1, 5, 2, 5)).toBe(1);
  expect(of(Number.NaN, -3, Number.NaN)).toBe(1);
  expect(of(Number.NaN)).toBe(-1);
  expect(of()).toBe(-1);
});

test('the longest stretch is what is found by trying every one', () => {
  fc.assert(
    fc.property(times, fc.array(fc.boolean(), { minLength: 60, maxLength: 60 }), (timeS, on) => {
      const rows = { from: 0, to: timeS.length };
      const found = longestStretch(timeS, rows, (i) => on[i]);
      let longest = Number.NEGATIVE_INFINITY;
      for (let a = 0; a < timeS.length; a++)
        for (let b = a; b < timeS.length && on[b]; b++)
          if (on[a]) longest = Math.max(longest, timeS[b] - timeS[a]);
      if (!found) expect(longest).toBe(Number.NEGATIVE_INFINITY);
      else expect(found.endS - found.startS).toBeCloseTo(longest, 9);
    }),
  );
});

test('the first row of which something is so', () => {
  expect(firstWhere({ from: 2, to: 6 }, (i) => i > 3)).toBe(4);
  expect(firstWhere({ from: 2, to: 4 }, (i) => i > 3)).toBe(-1);
});
