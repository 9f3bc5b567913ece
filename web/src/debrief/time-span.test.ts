import fc from 'fast-check';
import { around, centred, covers, roundTimes, stretched, within } from './time-span.ts';

const whole = { fromS: 30, toS: 10_830 };
const spans = fc
  .tuple(fc.double({ min: -5000, max: 15_000, noNaN: true }), fc.double({ min: 1, max: 30_000, noNaN: true }))
  .map(([fromS, lengthS]) => ({ fromS, toS: fromS + lengthS }));

test('whatever is asked for, the view stays inside the flight and never closes to nothing', () => {
  fc.assert(
    fc.property(spans, (span) => {
      const { fromS, toS } = within(span, whole);
      expect(fromS).toBeGreaterThanOrEqual(whole.fromS - 1e-6);
      expect(toS).toBeLessThanOrEqual(whole.toS + 1e-6);
      expect(toS - fromS).toBeGreaterThanOrEqual(20 - 1e-6);
    }),
  );
});

test('panning keeps the length, up to the ends', () => {
  expect(within({ fromS: 100, toS: 700 }, whole)).toEqual({ fromS: 100, toS: 700 });
  expect(within({ fromS: -500, toS: 100 }, whole)).toEqual({ fromS: 30, toS: 630 });
  expect(within({ fromS: 10_500, toS: 11_100 }, whole)).toEqual({ fromS: 10_230, toS: 10_830 });
});

test('looking closer leaves what is under the pointer where it is', () => {
  const { fromS, toS } = stretched({ fromS: 0, toS: 1000 }, 0.5, 250);
  expect([fromS, toS]).toEqual([125, 625]);
  expect((250 - fromS) / (toS - fromS)).toBe(0.25);
});

test('marks are whole steps of the flight’s own clock, never more than there is room for', () => {
  expect(roundTimes({ fromS: 30, toS: 330 }, 30)).toEqual([
    30, 60, 90, 120, 150, 180, 210, 240, 270, 300, 330,
  ]);
  fc.assert(
    fc.property(spans, (span) => {
      const marks = roundTimes(span, 30);
      expect(marks.length).toBeLessThanOrEqual(11);
      for (const atS of marks) {
        expect((atS - 30) % 5).toBeCloseTo(0, 6);
        expect(atS >= span.fromS - 1e-6 && atS <= span.toS + 1e-6).toBe(true);
      }
    }),
  );
});

test('a drag within half a view moves what is drawn; further, or closer, is drawn anew', () => {
  const view = { fromS: 1000, toS: 2000 };
  const drawn = around(view);
  expect(drawn).toEqual({ fromS: 500, toS: 2500 });
  const movedBy = (byS: number) => ({ fromS: 1000 + byS, toS: 2000 + byS });
  expect([-499, 0, 499].map((byS) => covers(drawn, movedBy(byS)))).toEqual([true, true, true]);
  expect([-501, 501].map((byS) => covers(drawn, movedBy(byS)))).toEqual([false, false]);
  expect(covers(drawn, stretched(view, 0.9, 1500))).toBe(false);
  expect([centred(drawn, view), centred(drawn, movedBy(1))]).toEqual([true, false]);
});
