/**
 * Smoothing, slopes and interpolation held against a general-purpose library of statistics (simple-statistics), sample by
 * sample and without any of their haste, on clocks that are as uneven as a logger's.
 */
import fc from 'fast-check';
import { linearRegression, median } from 'simple-statistics';
import { localSlope, ontoRows, ownSamples } from './resample.ts';
import { smoothMedian, unwrapHeading } from './smooth.ts';

interface Series {
  timeS: Float64Array;
  values: Float64Array;
}

/** Samples at about a rate, some of them late, now and then a hole of seconds. */
const series = (value: fc.Arbitrary<number>): fc.Arbitrary<Series> =>
  fc
    .record({
      stepS: fc.constantFrom(0.04, 0.1, 0.2, 0.5),
      samples: fc.array(
        fc.record({ late: fc.double({ min: 0.7, max: 1.3, noNaN: true }), hole: fc.nat(40), value }),
        { minLength: 3, maxLength: 160 },
      ),
    })
    .map(({ stepS, samples }) => {
      let atS = 0;
      return {
        timeS: Float64Array.from(samples, ({ late, hole }) => {
          atS += stepS * late + (hole === 0 ? 3 : 0);
          return atS;
        }),
        values: Float64Array.from(samples, ({ value }) => value),
      };
    });
const anything = fc.double({ min: -2000, max: 12_000, noNaN: true });

/** The values of the second about a row. */
const around = ({ timeS, values }: Series, row: number, halfS: number): [number, number][] =>
  Array.from(timeS, (t, i): [number, number] => [t, values[i]]).filter(
    ([t]) => Math.abs(t - timeS[row]) <= halfS + 1e-6,
  );

test('each smoothed sample is the median of the second about it', () => {
  fc.assert(
    fc.property(series(anything), (one) => {
      // Few samples with a hole between them come more slowly than is smoothed.
      fc.pre(median(Array.from(one.timeS.subarray(1), (t, i) => t - one.timeS[i])) <= 0.5);
      const smoothed = smoothMedian(one.timeS, one.values);
      one.timeS.forEach((_, row) => {
        expect(smoothed[row]).toBeCloseTo(median(around(one, row, 0.5).map(([, value]) => value)), 9);
      });
    }),
  );
});

test('one bad sample is no excursion', () => {
  const timeS = Float64Array.from({ length: 100 }, (_, i) => i / 10);
  const level = Float64Array.from(timeS, (t) => 3000 + t);
  const spiked = level.slice();
  spiked[50] = 30_000;
  const [clean, smoothed] = [smoothMedian(timeS, level), smoothMedian(timeS, spiked)];
  smoothed.forEach((value, i) => {
    expect(Math.abs(value - clean[i])).toBeLessThanOrEqual(0.1 + 1e-9);
  });
});

test('what comes more slowly than twice a second stays as it was measured', () => {
  const timeS = Float64Array.of(0, 1, 2, 3);
  const values = Float64Array.of(1, 9, 1, 9);
  expect(smoothMedian(timeS, values)).toBe(values);
});

const turns = series(fc.double({ min: -12, max: 12, noNaN: true })).map(({ timeS, values }) => {
  let heading = 350;
  return { timeS, true: Float64Array.from(values, (by) => (heading += by)) };
});

test('a heading goes on past north as far as the airplane turned, whole circles and all', () => {
  fc.assert(
    fc.property(turns, ({ timeS, true: turned }) => {
      fc.pre(median(Array.from(timeS.subarray(1), (t, i) => t - timeS[i])) <= 0.5);
      const recorded = turned.map((deg) => ((deg % 360) + 360) % 360);
      const unwrapped = unwrapHeading(timeS, recorded);
      const smoothed = smoothMedian(timeS, turned);
      const circles = (unwrapped[0] - smoothed[0]) / 360;
      expect(circles).toBeCloseTo(Math.round(circles), 6);
      // What turns no faster than half a circle in half a second is followed through a hole as well as it can be: only
      // where no sample is missing is the whole held.
      const whole = timeS.every((t, i) => i === 0 || t - timeS[i - 1] < 2);
      if (whole)
        unwrapped.forEach((deg, i) => {
          expect(deg - 360 * Math.round(circles)).toBeCloseTo(smoothed[i], 6);
        });
      else
        unwrapped.forEach((deg, i) => {
          expect(Math.abs(Math.sin((((deg - smoothed[i]) / 2) * Math.PI) / 180))).toBeLessThan(1e-6);
        });
    }),
  );
});

test('a slope is that of the line through the samples about a row', () => {
  fc.assert(
    fc.property(series(anything), fc.constantFrom(0.5, 1, 2), (one, halfS) => {
      const rows = { from: 0, to: one.timeS.length };
      const slopes = localSlope(one.timeS, one.values, rows, halfS);
      expect(slopes).toHaveLength(one.timeS.length);
      one.timeS.forEach((_, row) => {
        const near = around(one, row, halfS);
        // One sample either side is used where there is no other so near.
        const inside = one.timeS.filter((t) => Math.abs(Math.abs(t - one.timeS[row]) - halfS) < 1e-4);
        const both = near.some(([t]) => t < one.timeS[row]) && near.some(([t]) => t > one.timeS[row]);
        if (!both || inside.length > 0) return;
        expect(slopes[row]).toBeCloseTo(linearRegression(near).m, 4);
      });
    }),
  );
});

test('a straight climb has one slope, to its first and last row', () => {
  const timeS = Float64Array.from({ length: 60 }, (_, i) => i / 5);
  const altitudeFt = Float64Array.from(timeS, (t) => 2000 + 10 * t);
  for (const slope of localSlope(timeS, altitudeFt, { from: 0, to: 60 }, 1)) expect(slope).toBeCloseTo(10, 9);
  const part = localSlope(timeS, altitudeFt, { from: 20, to: 30 }, 1);
  expect(part).toHaveLength(10);
});

test('between two samples a row has its share of both; in a hole, before the first and after the last it has nothing', () => {
  fc.assert(
    fc.property(series(anything), fc.constantFrom(0.5, 1, 5), (samples, maxGapS) => {
      const { timeS, values } = samples;
      const end = timeS[timeS.length - 1];
      const rowsS = Float64Array.from({ length: 80 }, (_, i) => -1 + (i * (end + 2)) / 79);
      const out = ontoRows(rowsS, samples, maxGapS);
      rowsS.forEach((t, row) => {
        const after = timeS.findIndex((s) => s >= t);
        if (timeS[after] === t) expect(out[row]).toBe(values[after]);
        else if (after <= 0 || timeS[after] - timeS[after - 1] > maxGapS) expect(out[row]).toBeNaN();
        else {
          const [from, to] = [after - 1, after];
          const { m, b } = linearRegression([
            [timeS[from], values[from]],
            [timeS[to], values[to]],
          ]);
          expect(out[row]).toBeCloseTo(m * t + b, 5);
        }
      });
    }),
  );
});

test('rows without a value are no samples', () => {
  const timeS = Float64Array.of(0, 1, 2, 3);
  const { timeS: own, values } = ownSamples(timeS, Float64Array.of(Number.NaN, 5, Number.NaN, 7));
  expect([Array.from(own), Array.from(values)]).toEqual([
    [1, 3],
    [5, 7],
  ]);
  expect(ownSamples(timeS, Float64Array.of(1, 2, 3, 4)).timeS).toBe(timeS);
});
