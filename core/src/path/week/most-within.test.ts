import fc from 'fast-check';
import { mostWithin } from './most-within.ts';

const H = 3_600_000;

test('eight hours in twenty-four, also over midnight: 14 CFR 61.195(a), from memory', () => {
  const day = (from: number, hours: number): [number, number] => [from * H, (from + hours) * H];
  expect(mostWithin([day(9, 4), day(14, 4)], 24 * H).totalMs).toBe(8 * H);
  // Four hours in the evening, and five of the next morning.
  expect(mostWithin([day(17, 4), day(32, 5)], 24 * H)).toEqual({ fromMs: 17 * H, totalMs: 9 * H });
  expect(mostWithin([], 24 * H).totalMs).toBe(0);
});

test('no window of that length holds more', () => {
  const span = fc
    .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 6 }))
    .map(([from, long]): [number, number] => [from, from + long]);
  fc.assert(
    fc.property(fc.array(span, { maxLength: 8 }), fc.integer({ min: -10, max: 70 }), (spans, fromMs) => {
      const inside = spans.reduce(
        (sum, [from, until]) => sum + Math.max(0, Math.min(until, fromMs + 24) - Math.max(from, fromMs)),
        0,
      );
      expect(inside).toBeLessThanOrEqual(mostWithin(spans, 24).totalMs);
    }),
  );
});
