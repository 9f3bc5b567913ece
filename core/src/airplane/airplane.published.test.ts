import fc from 'fast-check';
import { issueWords } from '../words/airplane-problem.ts';
import { casFromIas, iasFromCas } from './calibration.ts';
import { fleet } from './fleet.ts';
import { maneuveringSpeedKias, stallSpeedKias } from './limits.ts';
import { airplaneSchema } from './schema.ts';

const trainer = airplaneSchema.parse({
  id: 'check',
  name: 'Check values only',
  speedUnit: 'kt',
  maxWeightLb: 2550,
  vs0Kias: 40,
  vs1Kias: 48,
  vaKiasAtMax: 105,
  flaps: [],
  iasToCas: {
    clean: [
      [48, 53],
      [50, 55],
      [60, 62.5],
      [70, 70.5],
      [80, 78.9],
    ],
  },
});

test('V_A with weight: 105 kt at 2,550 lb is 97.5, about 98, at 2,200 lb (common practice, no source)', () => {
  expect(maneuveringSpeedKias(trainer, 2200)).toBeCloseTo(97.5, 1);
});

test('48 KIAS level is 76 KIAS at 60° of bank through the calibration, not √2 × 48 = 68 (common practice, no source)', () => {
  const inBank = stallSpeedKias(trainer, { weightLb: 2550, loadFactor: 2 });
  expect(Math.abs(inBank - 76)).toBeLessThan(1.5);
  expect(inBank - Math.SQRT2 * 48).toBeGreaterThan(6);
});

describe('the stall at light weight (√ of the weight on the calibrated speed: FAA-H-8083-25, from memory)', () => {
  const reaching = airplaneSchema.parse({
    ...trainer,
    iasToCas: {
      clean: [
        [38, 47],
        [48, 53],
        [60, 62.5],
      ],
    },
  });

  test('is calibrated where the table reaches', () => {
    // 48 KIAS is 53 KCAS; × √(2200/2550) = 49.23 KCAS, which the table has at 38 + 10 × 2.23/6 = 41.7 KIAS.
    expect(stallSpeedKias(reaching, { weightLb: 2200 })).toBeCloseTo(41.7, 1);
    expect(stallSpeedKias(reaching, { weightLb: 2200 })).toBeLessThan(48 * Math.sqrt(2200 / 2550));
  });

  test('is the root on the indicated speed below the table', () => {
    expect(stallSpeedKias(trainer, { weightLb: 2200 })).toBeCloseTo(48 * Math.sqrt(2200 / 2550), 6);
    expect(stallSpeedKias(reaching, { weightLb: 1500 })).toBeCloseTo(48 * Math.sqrt(1500 / 2550), 6);
  });

  test('never rises as the airplane gets lighter (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...fleet, trainer, reaching),
        fc.constantFrom('clean' as const, 'landing' as const),
        fc.double({ min: 0.4, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        (airplane, setting, share, less) => {
          const at = (part: number) =>
            stallSpeedKias(airplane, { weightLb: part * airplane.maxWeightLb, setting });
          expect(at(Math.max(0.3, share - less))).toBeLessThanOrEqual(at(share) + 1e-9);
        },
      ),
    );
  });
});

test('a published pair of weight and V_A beats the formula', () => {
  const published = {
    ...trainer,
    vaKiasByWeight: [
      [1900, 92],
      [2550, 105],
    ] as [number, number][],
  };
  expect(maneuveringSpeedKias(published, 1900)).toBe(92);
  expect(maneuveringSpeedKias(published, 2225)).toBeCloseTo(98.5, 5);
});

test('the calibration goes on along its last segments and back again (property)', () => {
  fc.assert(
    fc.property(fc.constantFrom(...fleet), fc.double({ min: 20, max: 180, noNaN: true }), (airplane, ias) => {
      expect(iasFromCas(airplane, casFromIas(airplane, ias))).toBeCloseTo(ias, 6);
    }),
  );
  // Beyond 80 KIAS the last segment rises 8.4 in 10, so 100 KIAS is 95.7 KCAS.
  expect(casFromIas(trainer, 100)).toBeCloseTo(95.7, 5);
});

test('an airplane whose speeds are out of order is refused by name', () => {
  const result = airplaneSchema.safeParse({ ...trainer, vs1Kias: 110 });
  expect(result.success ? '' : issueWords(result.error.issues[0])).toBe(
    'vaKiasAtMax (105) must be above vs1Kias (110)',
  );
});
