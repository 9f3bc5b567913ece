import fc from 'fast-check';
import { findAirplane, fleet } from '../airplane/fleet.ts';
import { maneuveringSpeedKias, stallSpeedKias } from '../airplane/limits.ts';
import { targetCardSchema } from '../card/card.ts';
import type { CardInput } from '../card/day.ts';
import { chooseEntrySpeed, speedWindow, stallCurve } from '../card/speed-window.ts';
import { briefFor, namedTargets } from '../card/targets.ts';
import { InputError } from '../errors.ts';
import { loadFactor } from '../mechanics/turning.ts';
import { findStandard } from '../standards/standards.ts';
import { refusal } from '../testing/refusal.ts';
import { targetCard } from './target-card.ts';

const airplane = findAirplane('cairn-4')!;
const standard = findStandard('faa-private')!;
const card = (brief: Partial<CardInput> = {}) =>
  targetCard({
    maneuver: 'steep-turn',
    airplane,
    standard,
    weightLb: 2200,
    groundFt: 1900,
    qnhHpa: 1013.25,
    oatC: 6,
    headingDeg: 360,
    ...brief,
  });

describe('the steep-turn card', () => {
  test('agrees with arithmetic done apart', () => {
    const { entry, bankDeg, vaKias, stallKias, turn, power } = card();
    expect(vaKias).toBeCloseTo(102 * Math.sqrt(2200 / 2400), 1);
    // 47 KIAS is 52.6 KCAS; × √(1.4142 × 2200/2400) = 59.9 KCAS, which is 56.1 KIAS.
    expect(stallKias.inBank).toBeCloseTo(56.1, 0);
    expect(entry).toMatchObject({ floorFt: 3400, altitudeFt: 4500, airspeedKias: 92, headingDeg: 360 });
    expect(bankDeg).toBe(45);
    // σ at 4,500 ft and 6 °C is 0.8744 (ISA there is 6.1 °C); 92 KIAS is 91.8 KCAS, 98.2 KTAS.
    expect(Math.abs(turn!.tasKt - 98.2)).toBeLessThan(0.5);
    expect(turn!.rateDegPerS).toBeCloseTo(1091 / turn!.tasKt, 1);
    expect(Math.abs(turn!.radiusFt - turn!.tasKt ** 2 / 11.26)).toBeLessThan(4);
    expect(turn!.rollOutHeadingsDeg).toEqual({ left: 22, right: 338 });
    // The book's table at maximum weight and 3,000 ft: 2,130 rpm at 85 kt and 2,270 at 95, so 2,228 at 92.
    expect(Math.abs(power!.levelRpm! - 2228)).toBeLessThan(30);
    // The book adds 110 for the turn.
    expect(power).toMatchObject({ maneuverRpm: power!.levelRpm! + 110, unit: 'rpm', from: 'fitted' });
  });

  test('is what its schema says, and serves as a brief to score against', () => {
    const left = targetCardSchema.parse(card());
    expect(namedTargets(briefFor([left], 'steep-turn', 'left')!)).toEqual({
      altitudeFt: 4500,
      airspeedKt: 92,
      bankDeg: 45,
      headingDeg: 360,
    });
  });

  test('names what was left out and what was taken for it', () => {
    const { assumed, weightLb } = targetCard({ maneuver: 'steep-turn', airplane, standard });
    expect(weightLb).toBe(2400);
    expect(assumed.map(({ code }) => code)).toEqual([
      'max-weight',
      'ground-zero',
      'heading-north',
      'default-technique',
      'pressure-altitude',
      'standard-temperature',
    ]);
  });

  test('below −5 °C it is colder and denser, and works', () => {
    expect(card({ oatC: -5 }).air.densityAltitudeFt).toBeLessThan(card({ oatC: 6 }).air.densityAltitudeFt);
  });

  test.each([
    [{ weightLb: 2401 }, /weight 2401 lb: must be from 1480 to 2400 lb/],
    [{ weightLb: 1000 }, /weight 1000 lb/],
    [{ groundFt: 20_000 }, /ground elevation/],
    [{ headingDeg: -10 }, /heading/],
    [{ bankDeg: 70 }, /bank 70 °: must be from 0 to 60/],
  ])('%j is refused by field and limit', (wrong, words) => {
    expect(() => card(wrong)).toThrow(InputError);
    expect(refusal(() => card(wrong))).toMatch(words);
  });

  test('without a power table it says so', () => {
    const { power, missing } = card({ airplane: { ...airplane, power: undefined, book: undefined } });
    expect(power).toBeNull();
    expect(missing.power).toEqual({ code: 'no-model' });
  });
});

describe('the window', () => {
  test('is never above V_A nor below the accelerated stall, and the speed is inside it (property)', () => {
    const day = fc.record({
      airplane: fc.constantFrom(...fleet),
      share: fc.double({ min: 0.7, max: 1, noNaN: true }),
      bankDeg: fc.integer({ min: 30, max: 60 }),
      wantedKias: fc.option(fc.integer({ min: 30, max: 160 }), { nil: undefined }),
    });
    fc.assert(
      fc.property(day, ({ airplane, share, bankDeg, wantedKias }) => {
        const weightLb = Math.max(airplane.emptyWeightLb ?? 0, airplane.maxWeightLb * share);
        const { windowKias } = speedWindow(airplane, weightLb, bankDeg);
        if (!windowKias) return;
        const va = maneuveringSpeedKias(airplane, weightLb);
        const stall = stallSpeedKias(airplane, { weightLb, loadFactor: loadFactor(bankDeg) });
        const { kias } = chooseEntrySpeed(windowKias, {
          wantedKias,
          makersKias: airplane.steepTurnKias,
          toleranceKt: 10,
        });
        expect(windowKias[1]).toBeLessThanOrEqual(va);
        expect(windowKias[0]).toBeGreaterThan(stall);
        expect(kias).toBeLessThanOrEqual(va);
        expect(kias).toBeGreaterThan(stall);
      }),
    );
  });

  test('no speed is safe where the stall reaches V_A', () => {
    const slow = { ...airplane, vaKiasAtMax: 60 };
    expect(speedWindow(slow, 2400, 60).windowKias).toBeNull();
    const { entry, missing, turn } = card({ airplane: slow, bankDeg: 60, weightLb: 2400 });
    expect([entry.airspeedKias, turn]).toEqual([null, null]);
    expect(missing.airspeedKias).toMatchObject({ code: 'stall-above-va' });
  });

  test('the maker’s speed when it is inside, else V_A less the tolerance, else the middle', () => {
    const choose = (makersKias: number | undefined, window: [number, number]) =>
      chooseEntrySpeed(window, { makersKias, toleranceKt: 10 });
    expect(choose(92, [62, 98]).kias).toBe(92);
    expect(choose(105, [62, 98])).toMatchObject({
      kias: 88,
      why: { code: 'makers-outside', params: { makersKias: 105 } },
    });
    expect(choose(undefined, [92, 98]).kias).toBe(93);
  });

  test('the stall curve rises with bank', () => {
    const speeds = stallCurve(airplane, 2200).map(([, kias]) => kias);
    expect([...speeds].sort((a, b) => a - b)).toEqual(speeds);
  });
});
