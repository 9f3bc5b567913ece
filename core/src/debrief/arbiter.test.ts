import fc from 'fast-check';
import type { Proposal } from '../kits/attempt/attempt.ts';
import { MANEUVER_IDS, requireRoom, rooms } from '../maneuvers/registry.ts';
import { arbitrate } from './arbiter.ts';

const precedence = (maneuver: string) => requireRoom(maneuver).precedence;
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
    .tuple(
      fc.constantFrom(...MANEUVER_IDS),
      fc.integer({ min: 0, max: 900 }),
      fc.integer({ min: 1, max: 200 }),
    )
    .map(([maneuver, startS, lengthS]) => proposal(maneuver, startS, startS + lengthS)),
  { maxLength: 30 },
);
const overlap = (a: Proposal, b: Proposal) => a.startS < b.endS && b.startS < a.endS;
const rank = ({ maneuver }: Proposal) => precedence(maneuver);

test('what stands higher wins: a stall over slow flight, slow flight over a steep turn', () => {
  const [stall, slow, steep] = [
    proposal('power-off-stall', 60, 120),
    proposal('slow-flight', 0, 90),
    proposal('steep-turn', 80, 110),
  ];
  expect(arbitrate([steep, slow, stall], precedence)).toEqual([stall]);
  expect(arbitrate([steep, slow], precedence)).toEqual([slow]);
});

test('attempts that only touch are both kept: a reversal', () => {
  const pair = [proposal('steep-turn', 10, 45), proposal('steep-turn', 45, 80)];
  expect(arbitrate(pair, precedence)).toEqual(pair);
});

test('nothing kept overlaps, in time order, and whatever was dropped gave way to something no lower', () => {
  fc.assert(
    fc.property(proposals, (all) => {
      const kept = arbitrate(all, precedence);
      kept.forEach((one, i) => {
        if (i > 0) expect(one.startS).toBeGreaterThanOrEqual(kept[i - 1].endS);
      });
      for (const dropped of all.filter((one) => !kept.includes(one)))
        expect(kept.some((one) => overlap(one, dropped) && rank(one) <= rank(dropped))).toBe(true);
    }),
  );
});

test('every maneuver has a place of its own', () => {
  expect(new Set(rooms.map((room) => room.precedence)).size).toBe(rooms.length);
  expect(precedence('power-on-stall')).toBeLessThan(precedence('slow-flight'));
  expect(precedence('slow-flight')).toBeLessThan(precedence('steep-turn'));
  expect(precedence('climbing-turn')).toBeLessThan(precedence('level-turn'));
  expect(Math.max(...rooms.map((room) => room.precedence))).toBe(precedence('straight-and-level'));
});
