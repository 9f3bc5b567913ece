/**
 * Where an airplane warns and stalls in a moment of a flight. That the stall speed rises with the square root of the load,
 * 1.19 times at 45° and 1.41 at 60°, is in FAA-H-8083-25, "Aerodynamics of flight".
 */
import { fleet } from '../../airplane/fleet.ts';
import type { Airplane } from '../../airplane/schema.ts';
import { casAtStage } from '../../performance/model.ts';
import type { Case } from './case.ts';
import { slowSpeedsAt, stageAt } from './slow-speeds.ts';

/** Only what is asked of a case: the airplane, its weight, and how the flaps stand. */
const caseOf = (
  airplane: Airplane,
  flapsDeg: number | null,
  weightLb: number | undefined = airplane.maxWeightLb,
) =>
  ({
    context: { airplane, weightLb },
    scene: { flapsKnown: () => flapsDeg !== null, flapsDeg: () => flapsDeg ?? Number.NaN },
  }) as unknown as Case;

describe.each(fleet.map((airplane) => [airplane.id, airplane] as const))('%s', (_, airplane) => {
  const stages = airplane.flaps.map(({ deg }) => deg);
  const full = stages.at(-1)!;
  const middle = ([low, high]: readonly [number, number]) => (low + high) / 2;

  test('with the flaps known each is one speed, at the maximum weight the book’s', () => {
    const clean = slowSpeedsAt(caseOf(airplane, 0), 0)!;
    expect(clean.stall[0]).toBe(clean.stall[1]);
    expect(clean.stall[0]).toBeCloseTo(airplane.vs1Kias, 0);
    expect(slowSpeedsAt(caseOf(airplane, full), 0)!.stall[0]).toBeCloseTo(airplane.vs0Kias, 0);
  });

  test('the warner speaks before the stall, flaps or none, level or banked, heavy or light', () => {
    for (const flaps of [0, ...stages, null])
      for (const bankDeg of [0, 30, 45, 60])
        for (const weightLb of [airplane.maxWeightLb, airplane.maxWeightLb * 0.8]) {
          const { stall, warning } = slowSpeedsAt(caseOf(airplane, flaps, weightLb), 0, bankDeg)!;
          expect(warning[0]).toBeGreaterThan(stall[0]);
          expect(warning[1]).toBeGreaterThan(stall[1]);
        }
  });

  test('with the flaps unknown the range holds every setting, and is no wider', () => {
    const unknown = slowSpeedsAt(caseOf(airplane, null), 0)!;
    const each = [0, ...stages].map((deg) => slowSpeedsAt(caseOf(airplane, deg), 0)!.stall[0]);
    expect(unknown.stall).toEqual([Math.min(...each), Math.max(...each)]);
  });

  test.each([
    [45, 1.189],
    [60, Math.SQRT2],
  ])('at %i° the stall is %f times as fast, calibrated, to either side', (bankDeg, times) => {
    const level = casAtStage(airplane, middle(slowSpeedsAt(caseOf(airplane, 0), 0)!.stall), 0);
    for (const side of [-1, 1]) {
      const banked = slowSpeedsAt(caseOf(airplane, 0), 0, side * bankDeg)!;
      expect(casAtStage(airplane, banked.stall[0], 0) / level).toBeCloseTo(times, 2);
    }
  });

  test('lighter is slower; indicated, never by more than the root of the weight', () => {
    const stall = (weightLb: number) => slowSpeedsAt(caseOf(airplane, 0, weightLb), 0)!.stall[0];
    const share = stall(0.81 * airplane.maxWeightLb) / stall(airplane.maxWeightLb);
    expect(share).toBeGreaterThanOrEqual(0.9 - 1e-9);
    expect(share).toBeLessThan(0.96);
  });

  test('an angle between two stages is the nearer one', () => {
    expect(stageAt(airplane, -2)).toBe(0);
    for (const [i, deg] of stages.entries()) {
      expect(stageAt(airplane, deg)).toBe(i + 1);
      expect(stageAt(airplane, deg + 1)).toBe(i + 1);
    }
    expect(stageAt(airplane, 90)).toBe(stages.length);
  });
});

test('without an airplane, or its weight, nothing is claimed', () => {
  const [airplane] = fleet;
  expect(slowSpeedsAt({ ...caseOf(airplane, 0), context: {} } as unknown as Case, 0)).toBeUndefined();
  expect(
    slowSpeedsAt({ ...caseOf(airplane, 0), context: { airplane } } as unknown as Case, 0),
  ).toBeUndefined();
});
