/** The coach's last half minute: its slopes are those of a general-purpose library (simple-statistics), its memory is short. */
import fc from 'fast-check';
import { linearRegression, mean } from 'simple-statistics';
import { openWindow, type Recent } from './window.ts';

const row = (t: number, alt: number, more: Partial<Recent> = {}): Recent => ({
  t,
  alt,
  kias: 90,
  bank: 0,
  pitch: 0,
  heading: 0,
  verticalFpm: 0,
  ...more,
});

const rows = fc
  .array(
    fc.record({
      stepS: fc.constantFrom(0.1, 0.2, 0.25, 1),
      alt: fc.integer({ min: 900, max: 9000 }),
      kias: fc.integer({ min: 30, max: 130 }),
    }),
    { minLength: 4, maxLength: 120 },
  )
  .map((all) => {
    let t = 0;
    return all.map(({ stepS, alt, kias }) => {
      t += stepS;
      return row(t, alt, { kias });
    });
  });

test('a slope is that of the line through the last seconds, of at least three rows', () => {
  fc.assert(
    fc.property(rows, fc.constantFrom(1, 2, 5), fc.constantFrom('alt', 'kias'), (all, overS, name) => {
      const window = openWindow();
      for (const one of all) window.push(one);
      const end = all[all.length - 1].t;
      const inside = all.filter(({ t }) => t >= end - overS - 1e-6);
      const used = (inside.length >= 3 ? inside : all.slice(-3)).filter(({ t }) => t - end >= -3 * overS);
      const slope = window.slope(name, overS);
      if (used.length < 3) expect(slope).toBeNaN();
      else expect(slope).toBeCloseTo(linearRegression(used.map((one) => [one.t - end, one[name]])).m, 4);
    }),
  );
});

test('the mean height is that of the half minute that is kept', () => {
  fc.assert(
    fc.property(rows, (all) => {
      const window = openWindow();
      for (const one of all) window.push(one);
      const end = all[all.length - 1].t;
      const kept = all.filter(({ t }) => t >= end - 30);
      expect(window.meanAltFt()).toBeCloseTo(mean(kept.map(({ alt }) => alt)), 4);
    }),
  );
});

test('what was not measured is forgotten with its rows', () => {
  const window = openWindow();
  for (let t = 0; t < 10; t++) window.push(row(t, Number.NaN));
  expect(window.meanAltFt()).toBeNaN();
  for (let t = 10; t < 60; t++) window.push(row(t, 3000));
  expect(window.meanAltFt()).toBeCloseTo(3000, 9);
  expect(window.slope('alt', 5)).toBeCloseTo(0, 9);
});

test('so many seconds ago is the row that stood then, or the oldest that there is', () => {
  const window = openWindow();
  for (let t = 0; t <= 50; t++) window.push(row(t, t));
  expect(window.last().t).toBe(50);
  expect(window.ago(5).t).toBe(45);
  expect(window.ago(4.5).t).toBe(45);
  expect(window.ago(500).t).toBe(20);
});
