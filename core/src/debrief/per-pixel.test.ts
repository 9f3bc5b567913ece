import fc from 'fast-check';
import { perPixel, thinned } from './per-pixel.ts';

const points = (timeS: number[], values: number[], fromS: number, toS: number, pixels: number) => {
  const out = new Float64Array(4 * pixels + 4);
  const count = perPixel(timeS, values, { fromS, toS }, pixels, out);
  return Array.from({ length: count }, (_, i) => ({ atS: out[2 * i], value: out[2 * i + 1] }));
};

test('few rows are drawn as they are', () => {
  expect(points([0, 1, 2], [5, 6, 7], 0, 2, 100).map(({ value }) => value)).toEqual([5, 6, 7]);
});

test('a hole breaks the line', () => {
  const drawn = points([0, 1, 2, 3, 4], [5, Number.NaN, Number.NaN, 6, 7], 0, 4, 100);
  expect(drawn.map(({ value }) => value)).toEqual([5, Number.NaN, 6, 7]);
});

test('a row on the right edge belongs to the last pixel', () => {
  expect(points([0, 1, 2, 3, 4], [0, 0, 0, 9, 0], 0, 4, 1).map(({ value }) => value)).toEqual([0, 9]);
});

test('never more than two points a pixel, in time order, with the extremes of what is shown', () => {
  const flight = fc.array(fc.double({ min: -1000, max: 1000, noNaN: true }), {
    minLength: 2,
    maxLength: 2000,
  });
  fc.assert(
    fc.property(
      flight,
      fc.integer({ min: 1, max: 60 }),
      fc.nat(500),
      fc.integer({ min: 1, max: 1500 }),
      (values, pixels, fromS, lengthS) => {
        const timeS = values.map((_, i) => i);
        const toS = fromS + lengthS;
        const drawn = points(timeS, values, fromS, toS, pixels);
        const shown = values.filter((_, i) => i >= fromS && i <= toS);
        expect(drawn.length).toBeLessThanOrEqual(2 * pixels);
        for (let i = 1; i < drawn.length; i++) expect(drawn[i].atS).toBeGreaterThan(drawn[i - 1].atS);
        if (shown.length === 0) return expect(drawn).toEqual([]);
        const ordinates = drawn.map(({ value }) => value);
        expect(Math.max(...ordinates)).toBe(Math.max(...shown));
        expect(Math.min(...ordinates)).toBe(Math.min(...shown));
      },
    ),
  );
});

test('thinned, a column keeps every peak, its order and its holes', () => {
  const rows = 10_000;
  const timeS = Float64Array.from({ length: rows }, (_, i) => i / 10);
  const values = Float32Array.from({ length: rows }, (_, i) =>
    i >= 4000 && i < 4100 ? Number.NaN : Math.sin(i / 300) + (i === 7777 ? 9 : 0),
  );
  const thin = thinned(timeS, values, 10);
  expect(thin.rows).toBeLessThan(rows / 4);
  for (let i = 1; i < thin.rows; i++) expect(thin.timeS[i]).toBeGreaterThan(thin.timeS[i - 1]);
  expect(Math.max(...thin.values.filter((value) => !Number.isNaN(value)))).toBeCloseTo(values[7777], 5);
  expect(
    thin.values.some((value, i) => Number.isNaN(value) && thin.timeS[i] >= 400 && thin.timeS[i] < 410),
  ).toBe(true);
  // Drawn, it reaches as far as the whole column on every pixel.
  const span = { fromS: 0, toS: 999.9 };
  const drawn = (t: ArrayLike<number>, v: ArrayLike<number>) => {
    const out = new Float64Array(4 * 200 + 4);
    const count = perPixel(t, v, span, 200, out);
    return Array.from({ length: count }, (_, i) => out[2 * i + 1]).filter((value) => !Number.isNaN(value));
  };
  const [a, b] = [drawn(timeS, values), drawn(thin.timeS, thin.values)];
  expect(Math.max(...b)).toBe(Math.max(...a));
  expect(Math.min(...b)).toBe(Math.min(...a));
});
