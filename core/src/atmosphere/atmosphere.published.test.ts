import {
  densityAltitudeFt,
  densityRatio,
  pressureAltitudeFt,
  pressureHpa,
  standardTemperatureC,
  tasFromCas,
} from './atmosphere.ts';

/** US Standard Atmosphere 1976 / ICAO Doc 7488, values from memory of the tables. */
test.each([
  [0, 15.0, 1013.25, 1.0],
  [2500, 10.05, 925.0, 0.9289],
  [5000, 5.09, 843.07, 0.8617],
  [10_000, -4.81, 696.82, 0.7385],
])('at %d ft', (altitudeFt, temperatureC, hPa, sigma) => {
  expect(standardTemperatureC(altitudeFt)).toBeCloseTo(temperatureC, 1);
  expect(Math.abs(pressureHpa(altitudeFt) - hPa)).toBeLessThan(0.2);
  expect(densityRatio(altitudeFt)).toBeCloseTo(sigma, 3);
});

test('true airspeed and density altitude (common practice, no source)', () => {
  expect(tasFromCas(100, densityRatio(5000))).toBeCloseTo(107.7, 1);
  expect(tasFromCas(95, densityRatio(4000))).toBeCloseTo(100.8, 1);
  expect(Math.abs(densityAltitudeFt(2000, 30) - 4160)).toBeLessThan(40);
});

test('30 ft a hectopascal near sea level (common practice, no source)', () => {
  expect(pressureAltitudeFt(1000, 1013.25)).toBeCloseTo(1000, 6);
  expect(Math.abs(pressureAltitudeFt(1000, 1003.25) - 1277)).toBeLessThan(10);
});
