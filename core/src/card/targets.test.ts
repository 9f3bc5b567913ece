/** Which brief an attempt is held against, and how near a heading lies to its line. */
import fc from 'fast-check';
import { type BriefTargets, briefFileSchema, briefFor, namedTargets, offBriefedLineDeg } from './targets.ts';

const turn = (
  variant: string | undefined,
  altitudeFt: number,
  more: Partial<BriefTargets> = {},
): BriefTargets => ({
  maneuver: 'steep-turn',
  ...(variant && { variant }),
  entry: { altitudeFt, airspeedKias: 95, headingDeg: 90 },
  bankDeg: 45,
  ...more,
});

describe('the brief for an attempt', () => {
  const [left, right, any] = [turn('left', 4000), turn('right', 4000), turn(undefined, 4000)];

  test('is that of its own variant, whatever comes first', () => {
    expect(briefFor([any, left, right], 'steep-turn', 'right')).toBe(right);
  });
  test('is one that names no variant where none names its own', () => {
    expect(briefFor([left, any], 'steep-turn', 'right')).toBe(any);
  });
  test('is any of the maneuver before none at all', () => {
    expect(briefFor([left], 'steep-turn', 'right')).toBe(left);
    expect(briefFor([left], 'steep-turn', null)).toBe(left);
  });
  test('is none of another maneuver', () => {
    expect(briefFor([left, right], 'slow-flight', 'clean')).toBeUndefined();
    expect(briefFor([], 'steep-turn', 'left')).toBeUndefined();
  });

  test('of several is the one nearest to what was held: altitude, speed and bank each count', () => {
    const [low, high] = [turn('left', 3500), turn('left', 5500)];
    expect(briefFor([low, high], 'steep-turn', 'left', { altitudeFt: 5300 })).toBe(high);
    const [slow, fast] = [95, 110].map((airspeedKias) => turn('left', 4000, { entry: { airspeedKias } }));
    expect(briefFor([slow, fast], 'steep-turn', 'left', { airspeedKt: 108 })).toBe(fast);
    const [gentle, steep] = [45, 60].map((bankDeg) => turn('left', 4000, { bankDeg }));
    expect(briefFor([gentle, steep], 'steep-turn', 'left', { bankDeg: 57 })).toBe(steep);
  });
  test('of equals is the first in the lesson’s order', () => {
    const same = [turn('left', 4000), turn('left', 4000)];
    expect(briefFor(same, 'steep-turn', 'left', { altitudeFt: 4100 })).toBe(same[0]);
    expect(briefFor(same, 'steep-turn', 'left')).toBe(same[0]);
  });

  test('has the flaps that were flown; but flaps that nobody briefed are no reason for no brief', () => {
    const [clean, landing] = (['clean', 'landing'] as const).map((configuration) =>
      turn('left', 4000, { configuration }),
    );
    expect(briefFor([clean, landing], 'steep-turn', 'left', { configuration: 'landing' })).toBe(landing);
    expect(briefFor([clean], 'steep-turn', 'left', { configuration: 'landing' })).toBe(clean);
  });

  test('is always one of those given, of the maneuver, and does not depend on how others are ordered', () => {
    const one = fc.record({
      variant: fc.constantFrom('left', 'right', undefined),
      altitudeFt: fc.integer({ min: 20, max: 80 }).map((hundreds) => hundreds * 100),
    });
    fc.assert(
      fc.property(
        fc.array(one, { minLength: 1, maxLength: 6 }),
        fc.constantFrom('left', 'right', null),
        fc.integer({ min: 2000, max: 8000 }),
        (drawn, variant, altitudeFt) => {
          const briefs = drawn.map((each) => turn(each.variant, each.altitudeFt));
          const found = briefFor(briefs, 'steep-turn', variant, { altitudeFt })!;
          expect(briefs).toContain(found);
          const backwards = briefFor(briefs.toReversed(), 'steep-turn', variant, { altitudeFt })!;
          const offFt = (brief: BriefTargets) => Math.abs(brief.entry!.altitudeFt! - altitudeFt);
          expect(offFt(backwards)).toBe(offFt(found));
        },
      ),
    );
  });
});

describe('off the briefed line', () => {
  const east = turn('left', 4000);
  test.each([
    [90, 0],
    [270, 0],
    [100, 10],
    [260, 10],
    [0, 90],
    [180, 90],
    [45, 45],
    [359, 89],
  ])('%i° is %i° off a line to the east', (headingDeg, offDeg) => {
    expect(offBriefedLineDeg(headingDeg, east)).toBeCloseTo(offDeg, 9);
  });

  test('is never more than a right angle, and the same either way along and for a heading counted on round', () => {
    fc.assert(
      fc.property(fc.double({ min: -1080, max: 1080, noNaN: true }), (headingDeg) => {
        const offDeg = offBriefedLineDeg(headingDeg, east);
        expect(offDeg).toBeGreaterThanOrEqual(0);
        expect(offDeg).toBeLessThanOrEqual(90 + 1e-9);
        expect(offBriefedLineDeg(headingDeg + 180, east)).toBeCloseTo(offDeg, 6);
        expect(offBriefedLineDeg(headingDeg + 360, east)).toBeCloseTo(offDeg, 6);
      }),
    );
  });

  test('is not a number where no heading was briefed', () => {
    expect(offBriefedLineDeg(90, { maneuver: 'steep-turn' })).toBeNaN();
  });
});

test('the numbers of a brief keep their names, and what it leaves out is not there', () => {
  expect(namedTargets(turn('left', 4000))).toEqual({
    altitudeFt: 4000,
    airspeedKt: 95,
    bankDeg: 45,
    headingDeg: 90,
  });
  expect(namedTargets({ maneuver: 'climb', entry: { altitudeFt: null }, bankDeg: null })).toEqual({});
});

test('a file of briefs holds one or many, and more in each than scoring needs', () => {
  const card = { ...turn('left', 4000), power: { maneuverRpm: 2300 } };
  expect(briefFileSchema.parse(card)).toEqual([card]);
  expect(briefFileSchema.parse([card, card])).toEqual([card, card]);
  expect(briefFileSchema.safeParse({ variant: 'left' }).success).toBe(false);
});
