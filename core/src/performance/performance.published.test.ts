/** The performance model against published formulas and what instructors of a four-seat trainer use. */
import { findAirplane, fleet } from '../airplane/fleet.ts';
import { airplaneSchema } from '../airplane/schema.ts';
import { SEA_LEVEL_DENSITY_KGM3 } from '../atmosphere/atmosphere.ts';
import { loadFactor } from '../mechanics/turning.ts';
import { variable } from '../testing/variable-airplane.ts';
import { FT_TO_M, G0_MPS2, KT_TO_MPS, LB_TO_KG } from '../units/convert.ts';
import { bestGlideKias, ceilingFt, climbFpm, glideAt } from './climb.ts';
import { densityFactor, manifoldOfPercent } from './engine.ts';
import { performanceFit, performanceOf } from './fit.ts';
import {
  fullThrottleTurns,
  leastPowerKias,
  levelFlight,
  pitchChangeDeg,
  powerCurve,
  settingForPercent,
  slowestLevelKias,
} from './level.ts';
import { type Circumstance, casAtStage, stallAtStage, tasMps } from './model.ts';
import { dragN, dynamicPressurePa } from './polar.ts';
import { constantSpeedEfficiency, thrustN, thrustOfPower, turnsForThrust } from './propeller.ts';

const cairn = findAirplane('cairn-4')!;
const model = performanceOf(cairn)!;
const FULL_FLAPS = 3;
/** Two people and half the fuel. */
const training: Circumstance = { weightLb: 2150, pressureAltitudeFt: 3000 };
const heavy: Circumstance = { weightLb: 2400, pressureAltitudeFt: 3000 };

describe('what instructors use on a four-seat trainer (common practice, no source)', () => {
  test('near 2,300 rpm it cruises at about 95 to 100 kt', () => {
    const at2300 = powerCurve(model, heavy, 110).find(({ power }) => power > 2300)!;
    expect(at2300.kias).toBeGreaterThanOrEqual(94);
    expect(at2300.kias).toBeLessThanOrEqual(101);
  });

  test('55 kt clean takes about 1,900 rpm', () => {
    expect(Math.abs(levelFlight(model, 55, heavy).power - 1900)).toBeLessThan(40);
  });

  test('50 kt with full flaps takes about 2,000 to 2,100', () => {
    const { power } = levelFlight(model, 50, { ...heavy, stage: FULL_FLAPS });
    expect(power).toBeGreaterThan(1990);
    expect(power).toBeLessThan(2120);
  });

  test('with about 100 rpm more, a 45° turn from 92 kt settles within 5 kt of its entry speed', () => {
    const level = levelFlight(model, 92, training).power;
    const turning = { ...training, loadFactor: loadFactor(45) };
    expect(levelFlight(model, 92, turning).power - level).toBeGreaterThan(100);
    expect(levelFlight(model, 87, turning).power - level).toBeLessThan(100);
  });

  test('a 15° to 20° turn in slow flight takes 25 to 100 rpm more', () => {
    for (const bank of [15, 20]) {
      const more =
        levelFlight(model, 55, { ...heavy, loadFactor: loadFactor(bank) }).power -
        levelFlight(model, 55, heavy).power;
      expect(more).toBeGreaterThan(25);
      expect(more).toBeLessThan(100);
    }
  });

  test('full flaps in slow flight leave 300 to 400 ft/min at full power', () => {
    const fpm = climbFpm(model, 50, { ...training, stage: FULL_FLAPS });
    expect(fpm).toBeGreaterThan(290);
    expect(fpm).toBeLessThan(410);
  });
});

describe('published formulas', () => {
  const { cd0, k } = model.polar;

  test('best glide is where C_D0 equals k C_L², the ratio 1/(2 √(C_D0 k)) (Anderson, Introduction to Flight)', () => {
    const kias = bestGlideKias(model, 2400);
    const { ratio } = glideAt(model, kias, { weightLb: 2400, pressureAltitudeFt: 0 });
    expect(ratio).toBeCloseTo(1 / (2 * Math.sqrt((cd0 + model.idleCd) * k)), 2);
    for (const other of [kias - 8, kias + 8])
      expect(glideAt(model, other, { weightLb: 2400, pressureAltitudeFt: 0 }).ratio).toBeLessThan(ratio);
  });

  test('best glide falls with the square root of the weight, the ratio does not (FAA-H-8083-3)', () => {
    const cas = (weightLb: number) => casAtStage(cairn, bestGlideKias(model, weightLb));
    expect(cas(2000) / cas(2400)).toBeCloseTo(Math.sqrt(2000 / 2400), 6);
    const ratio = (weightLb: number) =>
      glideAt(model, bestGlideKias(model, weightLb), { weightLb, pressureAltitudeFt: 0 }).ratio;
    expect(ratio(2000)).toBeCloseTo(ratio(2400), 6);
  });

  test('the sink of a glide is the true airspeed over the ratio', () => {
    const { ratio, sinkFpm } = glideAt(model, 65, heavy);
    expect(sinkFpm).toBeCloseTo((tasMps(cairn, 65, heavy) / ratio / FT_TO_M) * 60, 6);
  });

  test('in a level turn the induced drag grows with n², the rest does not', () => {
    const q = dynamicPressurePa(SEA_LEVEL_DENSITY_KGM3, 50);
    const lift = 2400 * LB_TO_KG * G0_MPS2;
    const induced = (n: number) => dragN(model.polar, n * lift, q) - dragN(model.polar, 0, q);
    expect(induced(Math.SQRT2) / induced(1)).toBeCloseTo(2, 9);
  });

  test('an engine gives 1.132 σ − 0.132 of its power at altitude (Gagg and Ferrar, 1934; from memory)', () => {
    for (const sigma of [1, 0.8617, 0.7385])
      expect(Math.abs(densityFactor(sigma) - (1.132 * sigma - 0.132))).toBeLessThan(0.002);
  });

  test('an actuator disc is 2 / (1 + √(1 + T/qA)) efficient (Froude; any text on propellers)', () => {
    const propeller = { kind: 'constant-speed', diameterM: 2, bladeEfficiency: 1 } as const;
    // T = 3 q A makes the root 2, and the efficiency two thirds.
    const v = 50;
    const thrust = 3 * 0.5 * 1.225 * v * v * Math.PI;
    expect(constantSpeedEfficiency(propeller, 1.225, thrust, v)).toBeCloseTo(2 / 3, 9);
    const power = (thrust * v) / (2 / 3);
    expect(thrustOfPower(propeller, 1.225, power, v) / thrust).toBeCloseTo(1, 4);
  });
});

describe('the shape of the curve', () => {
  test('below the speed of least power, slower asks for more', () => {
    const least = leastPowerKias(model, heavy);
    const percent = (kias: number) => levelFlight(model, kias, heavy).percent;
    expect(percent(least - 6)).toBeGreaterThan(percent(least));
    expect(percent(least + 6)).toBeGreaterThan(percent(least));
    expect(least).toBeLessThan(bestGlideKias(model, 2400));
  });

  test('heavier, higher and dirtier all ask for more power', () => {
    const power = (change: Partial<Circumstance>) => levelFlight(model, 65, { ...heavy, ...change }).power;
    expect(power({ weightLb: 2000 })).toBeLessThan(power({}));
    expect(power({ pressureAltitudeFt: 8000 })).toBeGreaterThan(power({}));
    expect(power({ oatC: 35 })).toBeGreaterThan(power({ oatC: -5 }));
    const stages = [0, 1, 2, 3].map((stage) => power({ stage }));
    expect([...stages].sort((a, b) => a - b)).toEqual(stages);
  });

  test('a descent takes less power, a climb more, and full throttle has nothing left at its own rate', () => {
    const { power, reserveW } = levelFlight(model, 74, heavy);
    expect(levelFlight(model, 74, heavy, -500).power).toBeLessThan(power);
    expect(levelFlight(model, 74, heavy, 300).power).toBeGreaterThan(power);
    const best = climbFpm(model, 74, heavy);
    expect(Math.abs(levelFlight(model, 74, heavy, best).reserveW)).toBeLessThan(0.001 * reserveW);
  });

  test('slower flies nose-up: a few degrees from cruise to 60 kt, none at the same speed', () => {
    expect(pitchChangeDeg(model, 95, 95, heavy)).toBe(0);
    const slower = pitchChangeDeg(model, 95, 60, heavy);
    expect(slower).toBeGreaterThan(4);
    expect(slower).toBeLessThan(9);
  });

  test('the slowest level speed is the stall down low, and well above it near the ceiling', () => {
    expect(slowestLevelKias(model, heavy)).toBeCloseTo(47, 1);
    expect(
      slowestLevelKias(model, { ...heavy, pressureAltitudeFt: ceilingFt(model, 2400, 0) - 200 }),
    ).toBeGreaterThan(52);
  });

  test('the ceiling is where the best climb falls to what was asked', () => {
    const service = ceilingFt(model, 2400);
    expect(ceilingFt(model, 2400, 0)).toBeGreaterThan(service);
    expect(ceilingFt(model, 2000)).toBeGreaterThan(service);
    const best = Math.max(
      ...[60, 64, 68, 72, 76].map((kias) =>
        climbFpm(model, kias, { weightLb: 2400, pressureAltitudeFt: service }),
      ),
    );
    expect(Math.abs(best - 100)).toBeLessThan(5);
  });

  test('a percent of power is what its setting gives back; more than there is, is full throttle', () => {
    const rpm = settingForPercent(model, 55, 80, heavy);
    const propeller = model.propeller.kind === 'fixed-pitch' ? model.propeller : undefined;
    expect(thrustN(propeller!, 1.1, turnsForThrust(propeller!, 1.1, 900, 45), 45)).toBeCloseTo(900, 6);
    expect(rpm).toBeLessThan(settingForPercent(model, 65, 80, heavy));
    const full = fullThrottleTurns(model, tasMps(cairn, 80, heavy), heavy) * 60;
    expect(settingForPercent(model, 110, 80, heavy)).toBeCloseTo(full, 3);
  });

  test('stall speeds of the stages lie between those of the book, and √n applies to calibrated airspeed', () => {
    const at = (stage: number, n = 1) => stallAtStage(cairn, { weightLb: 2400, stage, loadFactor: n });
    expect(at(0)).toEqual({ kias: expect.closeTo(47, 6), from: 'book' });
    expect(at(3).kias).toBeCloseTo(41, 6);
    expect(at(1)).toMatchObject({ from: 'estimated' });
    expect(at(1).kias).toBeGreaterThan(at(2).kias);
    expect(at(2).kias).toBeGreaterThan(at(3).kias);
    expect(casAtStage(cairn, at(0, 2).kias) / casAtStage(cairn, at(0).kias)).toBeCloseTo(Math.SQRT2, 6);
  });
});

describe('the fit', () => {
  test.each(fleet.map((airplane) => [airplane.id, airplane] as const))(
    '%s: within 2 % of every point of its book',
    (_, airplane) => {
      for (const { book, model: says, unit } of performanceFit(airplane)!.points)
        expect(Math.abs(says - book) / (unit === '%' ? 100 : book)).toBeLessThan(0.02);
      expect(performanceFit(airplane)!.rms).toBeLessThan(0.5);
    },
  );

  test('leaves out a row and predicts it', () => {
    const without = {
      ...cairn,
      book: {
        ...cairn.book!,
        cruise: cairn.book!.cruise.filter(({ pressureAltitudeFt }) => pressureAltitudeFt !== 6000),
      },
    };
    const fitted = performanceOf(airplaneSchema.parse(without))!;
    // The book's row: 105 KTAS at 6,000 ft and 2,400 rpm.
    const kias = [...Array(60).keys()]
      .map((i) => 70 + i * 0.5)
      .find((ias) => tasMps(cairn, ias, { ...heavy, pressureAltitudeFt: 6000 }) / KT_TO_MPS >= 105)!;
    const { power } = levelFlight(fitted, kias, { ...heavy, pressureAltitudeFt: 6000 });
    expect(Math.abs(power - 2400)).toBeLessThan(20);
  });

  test('says what was fitted and what is only usual', () => {
    expect(model.from).toMatchObject({ levelPower: 'fitted', climb: 'fitted', glide: 'fitted' });
    const poor = airplaneSchema.parse({
      id: 'poor',
      name: 'Few points',
      maxWeightLb: 2000,
      vs0Kias: 42,
      vs1Kias: 47,
      vaKiasAtMax: 95,
      flaps: [{ deg: 30, vfeKias: 85 }],
      power: {
        unit: 'rpm',
        level: [
          [60, 2000],
          [80, 2150],
          [95, 2350],
        ],
      },
    });
    const { model: few, points } = performanceFit(poor)!;
    expect(few.from).toMatchObject({ climb: 'estimated', glide: 'estimated', shaftPower: 'estimated' });
    expect(few.from.flapDrag).toEqual(['fitted', 'estimated']);
    for (const { book, model: says } of points) expect(Math.abs(says - book)).toBeLessThan(60);
  });

  test('without any power figure there is no model', () => {
    const bare = airplaneSchema.parse({
      id: 'bare',
      name: 'No power',
      maxWeightLb: 2000,
      vs0Kias: 42,
      vs1Kias: 47,
      vaKiasAtMax: 95,
      power: { something: 'else' },
    });
    expect(performanceFit(bare)).toBeNull();
  });

  test('a constant-speed airplane is fitted in manifold pressure', () => {
    const { model: inches, points } = performanceFit(variable)!;
    for (const { book, model: says, unit } of points)
      expect(Math.abs(says - book)).toBeLessThan(unit === 'inHg' ? 1 : 4);
    const slow = levelFlight(inches, 90, { weightLb: 2900, pressureAltitudeFt: 4000 });
    expect(slow.rpm).toBeNull();
    expect(slow.power).toBeLessThan(20);
    // All of the power at sea level is all of the air; the same power higher up takes less manifold pressure.
    expect(manifoldOfPercent(inches.engine, 100, 0)).toBeCloseTo(29.92, 9);
    expect(manifoldOfPercent(inches.engine, 65, 6000)).toBeLessThan(
      manifoldOfPercent(inches.engine, 65, 2000),
    );
    // A closed throttle leaves about ten inches in the manifold. Common practice, no source.
    for (const altitudeFt of [0, 4000, 9000])
      expect(manifoldOfPercent(inches.engine, 0, altitudeFt)).toBeGreaterThanOrEqual(10);
    const gliding = levelFlight(inches, 90, { weightLb: 2900, pressureAltitudeFt: 4000 }, -900);
    expect(gliding.power).toBeGreaterThanOrEqual(10);
    expect(climbFpm(inches, 90, { weightLb: 2900, pressureAltitudeFt: 0 })).toBeGreaterThan(500);
  });
});
