import fc from 'fast-check';
import { alignByPhase } from './align.ts';

const attempt = (startS: number, rollInS: number, heldS: number, rollOutS: number) => ({
  startS,
  endS: startS + rollInS + heldS + rollOutS,
  phases: [
    { name: 'roll-in', startS, endS: startS + rollInS },
    { name: 'established', startS: startS + rollInS, endS: startS + rollInS + heldS },
    { name: 'roll-out', startS: startS + rollInS + heldS, endS: startS + rollInS + heldS + rollOutS },
    {
      name: 'settle',
      startS: startS + rollInS + heldS + rollOutS,
      endS: startS + rollInS + heldS + rollOutS + 15,
    },
  ],
});

test('the same phase begins at the same place, whatever the clock says', () => {
  const [slow, quick] = [attempt(100, 8, 40, 6), attempt(300, 4, 30, 4)];
  const align = alignByPhase(slow, quick);
  expect([100, 108, 148, 154].map(align)).toEqual([300, 304, 334, 338]);
  expect(align(128)).toBe(319);
  // Outside the attempt a second is a second.
  expect([align(95), align(160)]).toEqual([295, 344]);
});

test('phases that only one of them has are stretched over', () => {
  const plain = { startS: 0, endS: 50, phases: [{ name: 'established', startS: 0, endS: 50 }] };
  const align = alignByPhase(attempt(100, 10, 30, 10), plain);
  expect([100, 125, 150].map(align)).toEqual([0, 25, 50]);
});

test('time never runs backwards, and an attempt lies on itself', () => {
  const lengths = fc.tuple(
    fc.nat(900),
    fc.integer({ min: 1, max: 20 }),
    fc.integer({ min: 1, max: 90 }),
    fc.integer({ min: 1, max: 20 }),
  );
  fc.assert(
    fc.property(
      lengths,
      lengths,
      fc.array(fc.double({ min: 0, max: 1200, noNaN: true }), { minLength: 2 }),
      (a, b, times) => {
        const [one, other] = [attempt(...a), attempt(...b)];
        const align = alignByPhase(one, other);
        const aligned = [...times].sort((x, y) => x - y).map(align);
        for (let i = 1; i < aligned.length; i++)
          expect(aligned[i]).toBeGreaterThanOrEqual(aligned[i - 1] - 1e-9);
        for (const atS of times) expect(alignByPhase(one, one)(atS)).toBeCloseTo(atS, 9);
      },
    ),
  );
});
