import fc from 'fast-check';
import {
  bankForTurnRateDeg,
  heightWorthFt,
  loadFactor,
  rollOutLeadDeg,
  turnRadiusFt,
  turnRateDegPerS,
} from './turning.ts';

/** FAA-H-8083-25, aerodynamics of flight: load factors, and its examples of rate and radius (from memory). */
test.each([
  [15, 1.035],
  [30, 1.155],
  [45, Math.SQRT2],
  [50, 1.556],
  [60, 2.0],
])('load factor at %d°', (bankDeg, n) => expect(loadFactor(bankDeg)).toBeCloseTo(n, 2));

test.each([
  [120, 5.25, 2215],
  [240, 2.62, 8861],
])('%d kt at 30° of bank', (tasKt, rate, radiusFt) => {
  expect(Math.abs(turnRateDegPerS(30, tasKt) - rate)).toBeLessThan(0.02);
  // The handbook rounds its constant to 11.26, 0.3 % off g tan φ.
  expect(Math.abs(turnRadiusFt(30, tasKt) / radiusFt - 1)).toBeLessThan(0.0035);
});

test('45° at 95 kt: 11.5° a second, about 800 ft, 31 s (derived)', () => {
  expect(turnRateDegPerS(45, 95)).toBeCloseTo(11.5, 1);
  expect(Math.abs(turnRadiusFt(45, 95) - 800)).toBeLessThan(10);
  expect(360 / turnRateDegPerS(45, 95)).toBeCloseTo(31.3, 0);
});

test.each([
  [55, 8.6],
  [90, 13.9],
  [120, 18.2],
])('standard rate at %d kt (derived)', (tasKt, bankDeg) =>
  expect(bankForTurnRateDeg(3, tasKt)).toBeCloseTo(bankDeg, 1),
);

test('half the bank leads the roll-out (common practice, no source)', () => {
  expect([45, 30, 10].map(rollOutLeadDeg)).toEqual([22, 15, 5]);
});

test('10 kt are about 85 ft at 95 kt (common practice, no source)', () => {
  expect(Math.abs(heightWorthFt(90, 100) - 85)).toBeLessThan(2);
});

test('bank and rate are each other’s inverse (property)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 75, noNaN: true }),
      fc.double({ min: 40, max: 250, noNaN: true }),
      (bank, tas) => {
        expect(bankForTurnRateDeg(turnRateDegPerS(bank, tas), tas)).toBeCloseTo(bank, 6);
      },
    ),
  );
});
