import fc from 'fast-check';
import { CUSHION_FT, ladderOf } from './ladder.ts';

const STALL = { lossFt: 400, gainFt: 200 };

test('ground, floor, loss, cushion, entry', () => {
  expect(ladderOf(1900, STALL, {})).toEqual({
    groundFt: 1900,
    floorFt: 3400,
    lossFt: 400,
    cushionFt: 500,
    neededFt: 4300,
    entryFt: 4500,
    gainFt: 200,
    cloudBaseFt: null,
    airspaceBaseFt: null,
    ceilingFt: null,
    ceilingIs: null,
    fits: true,
  });
});

test('the lower of cloud with its clearance and airspace is the ceiling', () => {
  const ceiling = (cloudBaseFt: number, airspaceBaseFt: number, cloudClearanceFt?: number) => {
    const { ceilingFt, ceilingIs } = ladderOf(0, STALL, { cloudBaseFt, airspaceBaseFt, cloudClearanceFt });
    return [ceilingFt, ceilingIs];
  };
  expect(ceiling(6000, 5800)).toEqual([5500, 'cloud']);
  expect(ceiling(6000, 5800, 100)).toEqual([5800, 'airspace']);
});

test('one foot too low and it does not fit', () => {
  expect(ladderOf(1900, STALL, { airspaceBaseFt: 4500 }).fits).toBe(true);
  expect(ladderOf(1900, STALL, { airspaceBaseFt: 4499 }).fits).toBe(false);
});

test('an entry that fits leaves loss and cushion below it and room above, and is never wished lower (property)', () => {
  const feet = (min: number, max: number) => fc.integer({ min, max });
  fc.assert(
    fc.property(
      fc.record({
        groundFt: feet(0, 7000),
        lossFt: feet(50, 1500),
        gainFt: feet(0, 1000),
        cloudBaseFt: fc.option(feet(1000, 15_000), { nil: undefined }),
        wantedFt: fc.option(feet(0, 12_000), { nil: undefined }),
      }),
      ({ groundFt, lossFt, gainFt, cloudBaseFt, wantedFt }) => {
        const ladder = ladderOf(groundFt, { lossFt, gainFt }, { cloudBaseFt }, wantedFt);
        expect(ladder.entryFt - lossFt - CUSHION_FT).toBeGreaterThanOrEqual(ladder.floorFt);
        if (ladder.fits && ladder.ceilingFt !== null)
          expect(ladder.entryFt + gainFt).toBeLessThanOrEqual(ladder.ceilingFt);
        if (!ladder.fits)
          expect(Math.ceil(ladder.neededFt / 100) * 100 + gainFt).toBeGreaterThan(ladder.ceilingFt!);
        if (ladder.ceilingFt === null) expect(ladder.entryFt % 500).toBe(0);
      },
    ),
  );
});
