import fc from 'fast-check';
import { findExcursions, spanFigures, toleranceUsed } from './excursion.ts';
import { judgeParameter } from './judge.ts';

const seconds = (n: number) => Float64Array.from({ length: n }, (_, i) => i);
const band = { low: -100, high: 100 };

test('one-sided bands: the centre of +10 / −0 is five above, its half-width five', () => {
  const oneSided = { low: 0, high: 10 };
  expect([0, 5, 10, 15].map((d) => toleranceUsed(d, oneSided))).toEqual([-1, 0, 1, 2]);
});

test('excursions closer than a second are one', () => {
  const timeS = Float64Array.from([0, 0.4, 0.8, 1.2, 1.6, 4, 5, 6]);
  const found = findExcursions(timeS, [0, 150, 90, 150, 0, 0, 150, 0], band, 5);
  expect(found.map(({ peak }) => peak)).toEqual([150, 150]);
});

test('an excursion that never ends ends with the span', () => {
  expect(findExcursions(seconds(4), [0, 0, 200, 210], band, 5)).toMatchObject([
    { endS: 3, peak: 210, toleranceUsed: 2.1 },
  ]);
});

test('figures of a span weigh every sample by its time', () => {
  const figures = spanFigures(Float64Array.from([0, 1, 9, 10]), [0, 0, 200, 200], band);
  expect(figures).toMatchObject({ maxAbove: 200, maxBelow: 0, toleranceUsed: 2, insidePct: 50 });
});

describe('the examiner (FAA ACS, appendix: consistent exceeding, no prompt correction; from memory)', () => {
  const short = { startS: 0, endS: 4.9, toleranceUsed: 1.5 };
  test.each([
    ['none', [], 'within'],
    ['two short ones', [short, short], 'momentary'],
    ['three short ones', [short, short, short], 'outside'],
    ['one that lasts', [{ ...short, endS: 5.1 }], 'outside'],
    ['one far out', [{ ...short, toleranceUsed: 2.01 }], 'outside'],
  ])('%s', (_name, excursions, verdict) => expect(judgeParameter(excursions).examiner).toBe(verdict));

  test('is never harder than the strict judge (property)', () => {
    const excursion = fc.record({
      startS: fc.constant(0),
      endS: fc.double({ min: 0, max: 20, noNaN: true }),
      toleranceUsed: fc.double({ min: 1, max: 4, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(excursion, { maxLength: 5 }), (excursions) => {
        const { strict, examiner } = judgeParameter(excursions);
        expect(strict === 'within').toBe(excursions.length === 0);
        if (strict === 'within') expect(examiner).toBe('within');
      }),
    );
  });
});

test('mirrored deviations have mirrored excursions (property)', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -300, max: 300 }), { minLength: 2, maxLength: 60 }), (values) => {
      const timeS = seconds(values.length);
      const there = findExcursions(timeS, values, band, 5);
      const back = findExcursions(
        timeS,
        values.map((v) => -v),
        band,
        5,
      );
      expect(back.map(({ startS, endS }) => [startS, endS])).toEqual(
        there.map(({ startS, endS }) => [startS, endS]),
      );
    }),
  );
});
