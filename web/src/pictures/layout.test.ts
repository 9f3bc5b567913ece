/** Where a picture's panels lie, and that a place and its value are one thing. */
import type { Picture, PicturePanel } from '@keel/core';
import fc from 'fast-check';
import { frames, LEFT, nearestFlown, RIGHT, stagger, valueAtX, valueAtY, xPlace, yPlace } from './layout.ts';

const axis = (min: number, max: number) => ({ label: '', unit: '', min, max, step: (max - min) / 4 });
const panel = (min: number, max: number, flown?: PicturePanel['flown']): PicturePanel =>
  ({ y: axis(min, max), lines: [], zones: [], ...(flown && { flown }) }) as unknown as PicturePanel;
const picture = (...panels: PicturePanel[]): Picture =>
  ({ x: axis(0, 60), panels, groups: [] }) as unknown as Picture;

test('panels stand one above the other inside the height, the first the tallest', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 320, max: 900 }), (count, height) => {
      const placed = frames(picture(...Array.from({ length: count }, () => panel(0, 1))), height);
      expect(placed).toHaveLength(count);
      placed.forEach(({ top, height: tall }, i) => {
        expect(tall).toBeGreaterThan(0);
        expect(tall).toBeLessThanOrEqual(placed[0].height);
        if (i > 0) expect(top).toBeGreaterThan(placed[i - 1].top + placed[i - 1].height);
      });
      const last = placed[count - 1];
      expect(last.top + last.height).toBeLessThan(height);
    }),
  );
  expect(frames(picture(), 400)).toEqual([]);
});

const spans = fc
  .tuple(fc.double({ min: -500, max: 500, noNaN: true }), fc.double({ min: 1, max: 800, noNaN: true }))
  .map(([min, by]) => [min, min + by] as const);
const shares = fc.double({ min: 0, max: 1, noNaN: true });

test('a value is where it is read again, across and up', () => {
  fc.assert(
    fc.property(spans, shares, fc.integer({ min: 200, max: 1400 }), ([min, max], share, width) => {
      const value = min + share * (max - min);
      const place = xPlace(axis(min, max), width, value);
      expect(place).toBeGreaterThanOrEqual(LEFT - 1e-6);
      expect(place).toBeLessThanOrEqual(width - RIGHT + 1e-6);
      expect(valueAtX(axis(min, max), width, place)).toBeCloseTo(value, 6);
      const one = panel(min, max);
      const frame = { top: 30, height: width };
      expect(valueAtY(one, frame, yPlace(one, frame, value))).toBeCloseTo(value, 6);
    }),
  );
});

test('up is more', () => {
  const frame = { top: 10, height: 100 };
  expect(yPlace(panel(0, 10), frame, 10)).toBe(10);
  expect(yPlace(panel(0, 10), frame, 0)).toBe(110);
});

test('the flown point under the finger is found, the nearest of them, in the panel that it lies in', () => {
  const flown = { x: [10, 20, null, 30], y: [1, 2, 3, null] };
  const other = { x: [10, 20, 30, 40], y: [100, 200, 300, 400] };
  const shown = picture(panel(0, 4, flown as never), panel(0, 400, other as never));
  const placed = frames(shown, 500);
  const at = (k: number, x: number, y: number) => ({
    x: xPlace(shown.x, 800, x),
    y: yPlace(shown.panels[k], placed[k], y),
  });
  expect(nearestFlown(shown, placed, 800, at(0, 20, 2))).toEqual({ panel: 0, row: 1 });
  expect(nearestFlown(shown, placed, 800, at(1, 40, 400))).toEqual({ panel: 1, row: 3 });
  const beside = at(0, 10, 1);
  expect(nearestFlown(shown, placed, 800, { ...beside, x: beside.x + 20 })).toEqual({ panel: 0, row: 0 });
  // Out of reach, and where nothing was measured, there is none.
  expect(nearestFlown(shown, placed, 800, { x: beside.x + 40, y: beside.y })).toBeUndefined();
  expect(nearestFlown(shown, placed, 800, at(0, 55, 3.5))).toBeUndefined();
});

test('labels that would touch stand under one another, and no lower than they must', () => {
  const apart = 110;
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 12 }), (places) => {
      const rows = stagger(places, apart);
      expect(rows).toHaveLength(places.length);
      places.forEach((place, i) => {
        places.forEach((other, k) => {
          if (i !== k && rows[i] === rows[k]) expect(Math.abs(place - other)).toBeGreaterThanOrEqual(apart);
        });
        // In each row above there is one that it would have touched.
        for (let row = 0; row < rows[i]; row++)
          expect(
            places.some((other, k) => k !== i && rows[k] === row && Math.abs(place - other) < apart),
          ).toBe(true);
      });
    }),
  );
});
