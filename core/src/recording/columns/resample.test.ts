/** A channel's own samples put onto the rows, and slopes along them, held against a general-purpose statistics library. */
import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { localSlope, ontoRows, ownSamples, slopeOf } from './resample.ts';
import { longestStepS, splitSegments } from './segments.ts';

const { NaN: EMPTY } = Number;
const column = (...values: number[]) => Float64Array.from(values);
const everySecond = (n: number) => Float64Array.from({ length: n }, (_, i) => i);

describe('a channel’s own samples', () => {
  test('are the rows that have a value', () => {
    const { timeS, values } = ownSamples(everySecond(5), column(EMPTY, 10, EMPTY, 30, EMPTY));
    expect([[...timeS], [...values]]).toEqual([
      [1, 3],
      [10, 30],
    ]);
  });
  test('are the column itself where nothing is missing', () => {
    const [rows, full] = [everySecond(3), column(1, 2, 3)];
    expect(ownSamples(rows, full)).toEqual({ timeS: rows, values: full });
  });
});

describe('put onto the rows', () => {
  test('what lies between two samples lies on the line between them', () => {
    const samples = { timeS: column(0, 4), values: column(100, 180) };
    expect([...ontoRows(everySecond(5), samples, 5)]).toEqual([100, 120, 140, 160, 180]);
  });
  test('nothing is made up beyond the first and last, or across a gap', () => {
    const samples = { timeS: column(2, 3, 8), values: column(20, 30, 80) };
    expect([...ontoRows(everySecond(11), samples, 3)]).toEqual([
      EMPTY,
      EMPTY,
      20,
      30,
      EMPTY,
      EMPTY,
      EMPTY,
      EMPTY,
      80,
      EMPTY,
      EMPTY,
    ]);
  });
  test('a value that was measured on a row is there unchanged, whatever lies about it', () => {
    fc.assert(
      fc.property(fc.array(fc.option(fc.integer({ min: -500, max: 500 }), { nil: EMPTY })), (drawn) => {
        const rows = everySecond(drawn.length);
        const values = Float64Array.from(drawn);
        const put = ontoRows(rows, ownSamples(rows, values), 3);
        drawn.forEach((value, i) => {
          if (!Number.isNaN(value)) expect(put[i]).toBe(value);
        });
      }),
    );
  });
});

describe('slopes', () => {
  const samples = fc.array(
    fc.record({ stepS: fc.integer({ min: 1, max: 30 }), value: fc.integer({ min: -400, max: 400 }) }),
    { minLength: 2, maxLength: 40 },
  );
  const columnsOf = (drawn: { stepS: number; value: number }[]) => {
    let atS = 86_000;
    const timeS = Float64Array.from(drawn, ({ stepS }) => {
      atS += stepS / 10;
      return atS;
    });
    return { timeS, values: Float64Array.from(drawn, ({ value }) => 5000 + value) };
  };

  test('of a whole stretch are those of a library’s least-squares line, late in a day as well', () => {
    fc.assert(
      fc.property(samples, (drawn) => {
        const { timeS, values } = columnsOf(drawn);
        const points = Array.from(timeS, (s, i) => [s - timeS[0], values[i]]);
        const { m } = linearRegression(points);
        expect(slopeOf(timeS, values, 0, timeS.length)).toBeCloseTo(m, 5);
      }),
    );
  });

  test('along it are those of the line through what is near each row', () => {
    fc.assert(
      fc.property(samples, fc.constantFrom(0.5, 1.5, 4), (drawn, halfS) => {
        const { timeS, values } = columnsOf(drawn);
        const slopes = localSlope(timeS, values, { from: 0, to: timeS.length }, halfS);
        timeS.forEach((atS, i) => {
          const near = Array.from(timeS.keys()).filter((k) => Math.abs(timeS[k] - atS) <= halfS + 1e-6);
          // At least one neighbour on each side, however far.
          const from = Math.max(0, Math.min(near[0], i - 1));
          const to = Math.min(timeS.length - 1, Math.max(near.at(-1)!, i + 1));
          const points = Array.from({ length: to - from + 1 }, (_, k) => [
            timeS[from + k] - atS,
            values[from + k],
          ]);
          expect(slopes[i]).toBeCloseTo(linearRegression(points).m, 5);
        });
      }),
    );
  });

  test('of a line are its own at every row, the ends included, and look no further than they are told', () => {
    const timeS = everySecond(20);
    const values = timeS.map((s) => (s < 10 ? 2 * s : 1000));
    expect([...localSlope(timeS, values, { from: 0, to: 10 }, 3)]).toEqual(
      Array.from({ length: 10 }, () => expect.closeTo(2, 9)),
    );
  });

  test('of fewer than two rows there is none', () => {
    expect(slopeOf(everySecond(3), column(1, 2, 3), 1, 2)).toBe(0);
    expect([...localSlope(everySecond(3), column(1, 2, 3), { from: 1, to: 1 }, 1)]).toEqual([]);
  });
});

describe('where a recording falls apart', () => {
  test('is at a long step, and where something essential is missing', () => {
    const timeS = column(0, 1, 2, 9, 10, 11, 12, 13);
    expect(splitSegments(timeS, 3, (row) => row !== 5)).toEqual([
      { from: 0, to: 3 },
      { from: 3, to: 5 },
      { from: 6, to: 8 },
    ]);
  });
  test('a single row between two breaks is no stretch', () => {
    expect(splitSegments(column(0, 10, 20), 3, () => true)).toEqual([]);
  });
  test('a slow recorder’s own step is no break, three of a fast one’s are', () => {
    expect(longestStepS(0.1)).toBeCloseTo(3, 5);
    expect(longestStepS(1)).toBeCloseTo(3, 5);
    expect(longestStepS(4)).toBeGreaterThan(4);
  });
  test('every usable row with a usable neighbour is in one stretch, in order, and no unusable one in any', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ stepS: fc.integer({ min: 1, max: 6 }), usable: fc.boolean() }), {
          maxLength: 50,
        }),
        (drawn) => {
          let atS = 0;
          const timeS = Float64Array.from(drawn, ({ stepS }) => {
            atS += stepS;
            return atS;
          });
          const joined = (a: number, b: number) =>
            Boolean(drawn[a]?.usable && drawn[b]?.usable && timeS[b] - timeS[a] <= 3);
          const inside = new Set(
            splitSegments(timeS, 3, (row) => drawn[row].usable).flatMap(({ from, to }) =>
              Array.from({ length: to - from }, (_, k) => from + k),
            ),
          );
          drawn.forEach((_, row) => {
            expect(inside.has(row)).toBe(joined(row - 1, row) || joined(row, row + 1));
          });
        },
      ),
    );
  });
});
