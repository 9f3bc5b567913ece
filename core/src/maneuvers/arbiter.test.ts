import fc from 'fast-check';
import { arbitrate } from './arbiter.ts';
import type { Proposal } from './maneuver.ts';
import { maneuvers } from './registry.ts';

const ORDER = maneuvers.map(({ id }) => id);
const proposal = (maneuver: string, startS: number, endS: number): Proposal => ({
  maneuver,
  variant: 'standard',
  startS,
  endS,
  segment: { from: 0, to: 1 },
  state: 'complete',
});
const proposals = fc.array(
  fc
    .tuple(fc.constantFrom(...ORDER), fc.integer({ min: 0, max: 900 }), fc.integer({ min: 1, max: 200 }))
    .map(([maneuver, startS, lengthS]) => proposal(maneuver, startS, startS + lengthS)),
  { maxLength: 30 },
);
const overlap = (a: Proposal, b: Proposal) => a.startS < b.endS && b.startS < a.endS;
const rank = ({ maneuver }: Proposal) => ORDER.indexOf(maneuver);

test('what stands higher wins: a stall over slow flight, slow flight over a steep turn', () => {
  const [stall, slow, steep] = [
    proposal('power-off-stall', 60, 120),
    proposal('slow-flight', 0, 90),
    proposal('steep-turn', 80, 110),
  ];
  expect(arbitrate([steep, slow, stall], ORDER)).toEqual([stall]);
  expect(arbitrate([steep, slow], ORDER)).toEqual([slow]);
});

test('attempts that only touch are both kept: a reversal', () => {
  const pair = [proposal('steep-turn', 10, 45), proposal('steep-turn', 45, 80)];
  expect(arbitrate(pair, ORDER)).toEqual(pair);
});

test('nothing kept overlaps, in time order, and whatever was dropped gave way to something no lower', () => {
  fc.assert(
    fc.property(proposals, (all) => {
      const kept = arbitrate(all, ORDER);
      kept.forEach((one, i) => {
        if (i > 0) expect(one.startS).toBeGreaterThanOrEqual(kept[i - 1].endS);
      });
      for (const dropped of all.filter((one) => !kept.includes(one)))
        expect(kept.some((one) => overlap(one, dropped) && rank(one) <= rank(dropped))).toBe(true);
    }),
  );
});

test('every maneuver has its place in the order, once', () => {
  expect(new Set(ORDER).size).toBe(ORDER.length);
  expect(ORDER.indexOf('power-on-stall')).toBeLessThan(ORDER.indexOf('slow-flight'));
  expect(ORDER.indexOf('slow-flight')).toBeLessThan(ORDER.indexOf('steep-turn'));
  expect(ORDER.indexOf('climbing-turn')).toBeLessThan(ORDER.indexOf('level-turn'));
  expect(ORDER.at(-1)).toBe('straight-and-level');
});
