/** The statistics of a school against worked examples that were published. Tables and results are from memory unless said otherwise. */
import { bootstrapDraws } from './bootstrap.ts';
import { agreementOf, type Cell, weightedKappa } from './kappa.ts';
import { countInterval, sameRate, shareInterval } from './rates.ts';
import { type Followed, kaplanMeier, quantileInterval, waitsAtMost } from './survival.ts';

const cellsOf = (table: readonly (readonly number[])[]): Cell[] =>
  table.flatMap((row, a) => row.map((times, b) => ({ a, b, times })));
const unweighted = (a: number, b: number) => (a === b ? 0 : 1);

describe('kappa', () => {
  test('J. L. Fleiss, Statistical Methods for Rates and Proportions, 2nd ed. 1981, table 13.1: 0.68', () => {
    const table = [
      [75, 1, 4],
      [5, 4, 1],
      [0, 0, 10],
    ];
    expect(weightedKappa(cellsOf(table), unweighted)).toBeCloseTo(0.676, 3);
    // Its error there is 0.087 (the same, table 13.1 with formula 13.15): an interval of 0.51 to 0.85.
    const { interval, same, pairs } = agreementOf(cellsOf(table), unweighted);
    expect([same, pairs]).toEqual([89, 100]);
    expect(Math.abs(interval!.low - 0.51)).toBeLessThan(0.03);
    expect(Math.abs(interval!.high - 0.85)).toBeLessThan(0.03);
  });

  test('J. Cohen, Psychological Bulletin 70, 1968, table 1: 0.492 without weights, 0.348 with', () => {
    const table = [
      [88, 14, 18],
      [10, 40, 10],
      [2, 6, 12],
    ];
    const weights = [
      [0, 1, 3],
      [1, 0, 6],
      [3, 6, 0],
    ];
    expect(weightedKappa(cellsOf(table), unweighted)).toBeCloseTo(0.492, 3);
    expect(weightedKappa(cellsOf(table), (a, b) => weights[a][b])).toBeCloseTo(0.348, 3);
  });
});

describe('Kaplan–Meier', () => {
  /** Weeks in remission of leukemia under 6-mercaptopurine, a plus for who was still in it: E. J. Freireich et al., Blood 21, 1963. */
  const remission = '6 6 6 6+ 7 9+ 10 10+ 11+ 13 16 17+ 19+ 20+ 22 23 25+ 32+ 32+ 34+ 35+'
    .split(' ')
    .map((one): Followed => ({ until: Number.parseInt(one, 10), happened: !one.endsWith('+') }));
  const placebo = [1, 1, 2, 2, 3, 4, 4, 5, 5, 8, 8, 8, 8, 11, 11, 12, 12, 15, 17, 22, 23].map(
    (until): Followed => ({ until, happened: true }),
  );

  test('shares and errors as in D. G. Kleinbaum and M. Klein, Survival Analysis, chapter 2', () => {
    const steps = kaplanMeier(remission);
    expect(steps.map(({ at }) => at)).toEqual([6, 7, 10, 13, 16, 22, 23]);
    const shares = [0.8571, 0.8067, 0.7529, 0.6902, 0.6275, 0.5378, 0.4482];
    steps.forEach(({ share }, i) => {
      expect(share).toBeCloseTo(shares[i], 3);
    });
    expect(steps[0].error).toBeCloseTo(0.0764, 3);
    expect(steps[6].error).toBeCloseTo(0.1346, 3);
  });

  test('medians of 23 and 8 weeks; the interval of the first, 13 to no end, of the second 4 to 11 or 12', () => {
    expect(waitsAtMost(kaplanMeier(remission), 0.5)).toBe(23);
    expect(quantileInterval(kaplanMeier(remission), 0.5)).toEqual({ low: 13, high: null });
    expect(waitsAtMost(kaplanMeier(placebo), 0.5)).toBe(8);
    const { low, high } = quantileInterval(kaplanMeier(placebo), 0.5);
    expect(low).toBe(4);
    expect([11, 12]).toContain(high);
  });
});

test('bootstrap: the mouse data of B. Efron and R. J. Tibshirani, 1993, tables 2.1 and 2.2: errors of 23.36 and 37.83', () => {
  const treated = [94, 197, 16, 38, 99, 141, 23];
  const mean = (sample: readonly number[]) => sample.reduce((sum, one) => sum + one, 0) / sample.length;
  const median = (sample: readonly number[]) => [...sample].sort((a, b) => a - b)[3];
  const error = (figure: (sample: readonly number[]) => number) => {
    const found = bootstrapDraws(treated, figure, { draws: 20_000 });
    return Math.sqrt(mean(found.map((one) => (one - mean(found)) ** 2)));
  };
  expect(mean(treated)).toBeCloseTo(86.86, 2);
  expect(Math.abs(error(mean) / 23.36 - 1)).toBeLessThan(0.02);
  expect(Math.abs(error(median) / 37.83 - 1)).toBeLessThan(0.02);
});

describe('rates', () => {
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])(
    'share of %i in %i: R. G. Newcombe, Statistics in Medicine 17, 1998, method 3',
    (times, of, low, high) => {
      const found = shareInterval(times, of);
      expect(found.low).toBeCloseTo(low, 4);
      expect(found.high).toBeCloseTo(high, 4);
    },
  );

  test.each([
    [0, 0, 3.689],
    [1, 0.0253, 5.572],
    [3, 0.6187, 8.767],
    [10, 4.795, 18.39],
  ])('count of %i: F. Garwood, Biometrika 28, 1936', (times, low, high) => {
    const found = countInterval(times);
    expect(found.low).toBeCloseTo(low, 3);
    expect(found.high).toBeCloseTo(high, 2);
  });

  test('a lady who tells eight of eight cups by a fair coin: 2 of 256 (the binomial, worked by hand)', () => {
    expect(sameRate({ times: 8, of: 100 }, { times: 0, of: 100 })).toBeCloseTo(2 / 256, 6);
  });
});
