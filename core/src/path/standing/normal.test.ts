/** The normal distribution held against a general-purpose library (simple-statistics) and against printed values. */
import fc from 'fast-check';
import { cumulativeStdNormalProbability, errorFunction, probit } from 'simple-statistics';
import { normalCdf, normalPdf, normalQuantile } from './normal.ts';

/** Abramowitz and Stegun, Handbook of Mathematical Functions, table 26.1 (from memory). */
test.each([
  [0, 0.5],
  [1, 0.8413447],
  [1.644854, 0.95],
  [1.959964, 0.975],
  [2.326348, 0.99],
  [3, 0.9986501],
])('below %d lies %d of it', (z, p) => {
  expect(normalCdf(z)).toBeCloseTo(p, 6);
  expect(normalCdf(-z)).toBeCloseTo(1 - p, 6);
  expect(normalQuantile(p)).toBeCloseTo(z, 4);
});

test('it is the library’s, which reads a table of four figures and has an error function of its own', () => {
  fc.assert(
    fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (z) => {
      expect(Math.abs(normalCdf(z) - cumulativeStdNormalProbability(z))).toBeLessThan(0.003);
      expect(normalCdf(z)).toBeCloseTo(0.5 * (1 + errorFunction(z / Math.SQRT2)), 6);
    }),
  );
  for (const p of [0.02, 0.1, 0.5, 0.8, 0.98])
    expect(Math.abs(normalQuantile(p) - probit(p))).toBeLessThan(0.01);
});

test('it rises, is its own inverse, and its slope is the density', () => {
  fc.assert(
    fc.property(fc.double({ min: -4, max: 4, noNaN: true }), (z) => {
      expect(normalCdf(z + 0.01)).toBeGreaterThan(normalCdf(z));
      expect(normalQuantile(normalCdf(z))).toBeCloseTo(z, 2);
      const slope = (normalCdf(z + 0.005) - normalCdf(z - 0.005)) / 0.01;
      expect(Math.abs(slope - normalPdf(z))).toBeLessThan(1e-4);
    }),
  );
});
