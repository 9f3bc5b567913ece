import fc from 'fast-check';
import { findAirplane } from '../airplane/fleet.ts';
import { InputError } from '../errors.ts';
import { refusal } from '../testing/refusal.ts';
import { KNOTS } from '../words/figures.ts';
import { planNoticeSaid } from '../words/plan-notice.ts';
import type { Balance } from './balance.ts';
import { balanceOf, cgLimitsIn, hasBalance } from './balance.ts';

const cairn = findAirplane('cairn-4')!;
const load = (stations: Record<string, number>, fuelGal: number) => ({ stations, fuelGal });

test('moments add up, as on paper', () => {
  const { weightLb, cgIn, limitsIn, stops } = balanceOf(cairn, load({ front: 340, baggage: 30 }, 30))!;
  // 1,480 × 38.0 + 340 × 36.5 + 30 × 93 + 180 × 46.5 = 79,810 in·lb over 2,030 lb.
  expect(weightLb).toBe(2030);
  expect(cgIn).toBeCloseTo(79_810 / 2030, 6);
  // The forward limit runs from 34.5 in at 1,900 lb to 38.6 in at 2,400.
  expect(limitsIn![0]).toBeCloseTo(34.5 + (130 / 500) * 4.1, 6);
  expect(limitsIn![1]).toBe(46.5);
  expect(stops).toEqual([]);
});

test('fuel burned makes it lighter, and moves the centre of gravity away from the tanks', () => {
  const at = (burned: number) => balanceOf(cairn, load({ front: 340 }, 30), burned)!;
  expect(at(0).weightLb - at(10).weightLb).toBeCloseTo(60, 6);
  expect(at(10).cgIn).toBeLessThan(at(0).cgIn);
  expect(at(99).weightLb).toBe(1820);
});

const said = ({ stops }: Balance): string =>
  stops.map((stop) => planNoticeSaid({ ...stop, level: 'stop', item: null }, KNOTS)).join(' ');

test.each([
  [load({ front: 480, rear: 400, baggage: 60 }, 38), /lb over the maximum of 2.400 lb/],
  [load({ front: 340, baggage: 140 }, 20), /Baggage: 140 lb is more than the 110 lb allowed there/],
  [load({ front: 170, rear: 420, baggage: 110 }, 10), /behind the aft limit, 46.5 in at/],
  [load({ front: 340 }, 50), /Fuel: 50.0 gal is more than the 38.0 gal/],
])('%j is a stop', (loading, words) => {
  expect(said(balanceOf(cairn, loading)!)).toMatch(words);
});

test('too far forward is said so', () => {
  const nose = { ...cairn, emptyArmIn: 33 };
  expect(said(balanceOf(nose, load({ front: 340 }, 30))!)).toMatch(/ahead of the forward limit/);
});

test('a station that the airplane has not is refused by name', () => {
  expect(() => balanceOf(cairn, load({ wing: 10 }, 10))).toThrow(InputError);
  expect(refusal(() => balanceOf(cairn, load({ wing: 10 }, 10)))).toMatch(
    /no station wing; it has front, rear, baggage/,
  );
});

test('without stations or an envelope there is nothing to say', () => {
  const bare = { ...cairn, stations: undefined };
  expect([hasBalance(cairn), hasBalance(bare), balanceOf(bare, load({}, 10))]).toEqual([true, false, null]);
});

test('inside the limits means inside the polygon (property)', () => {
  const envelope = cairn.cgEnvelope!;
  /** Even-odd rule, written apart from the code it checks. */
  const inside = (cg: number, lb: number) => {
    let odd = false;
    for (let i = 0, j = envelope.length - 1; i < envelope.length; j = i++) {
      const [[x1, y1], [x2, y2]] = [envelope[i], envelope[j]];
      if (y1 > lb !== y2 > lb && cg < ((x2 - x1) * (lb - y1)) / (y2 - y1) + x1) odd = !odd;
    }
    return odd;
  };
  const weight = fc.double({ min: 1485, max: 2395, noNaN: true });
  fc.assert(
    fc.property(weight, fc.double({ min: 30, max: 50, noNaN: true }), (lb, cg) => {
      const [low, high] = cgLimitsIn(envelope, lb)!;
      fc.pre(Math.abs(cg - low) > 1e-6 && Math.abs(cg - high) > 1e-6);
      expect(cg > low && cg < high).toBe(inside(cg, lb));
    }),
  );
  expect(cgLimitsIn(envelope, 2500)).toBeNull();
});
