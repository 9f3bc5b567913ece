/** What a word asks for: opposites undo each other both ways, and a forbidden one stays silent however it is put. */
import fc from 'fast-check';
import { ALL, FEET, isForbidden, MEANINGS, type Meaning, opposes, POWER } from './meaning.ts';
import { above, below, between, canShow, type Sign, shows, sizeOf } from './sign.ts';

const meanings = fc.uniqueArray(fc.constantFrom(...MEANINGS), { minLength: 1, maxLength: 3 });

test('what undoes another is undone by it, and nothing undoes itself', () => {
  fc.assert(
    fc.property(meanings, meanings, (one, other) => {
      expect(opposes(one, other)).toBe(opposes(other, one));
    }),
  );
  for (const meaning of MEANINGS) expect(opposes([meaning], [meaning])).toBe(false);
});

test.each<[Meaning, Meaning]>([
  ['PULL', 'PUSH'],
  ['MORE POWER', 'LESS POWER'],
  ['STEEP', 'SHALLOW'],
  ['RIGHT FOOT', 'LEFT FOOT'],
  ['FLAPS OUT', 'FLAPS IN'],
])('%s and %s are opposites', (one, other) => {
  expect(opposes([one], [other])).toBe(true);
  expect(opposes([one, 'TRIM'], ['LOOK', other])).toBe(true);
});

test('what is forbidden is so wherever it stands in a word; alone, only by itself; first, only in front', () => {
  expect(isForbidden(['PUSH', 'MORE POWER'], ['MORE POWER'])).toBe(true);
  expect(isForbidden(['MORE POWER'], ['MORE POWER alone'])).toBe(true);
  expect(isForbidden(['PUSH', 'MORE POWER'], ['MORE POWER alone'])).toBe(false);
  expect(isForbidden(['MORE POWER', 'PUSH'], ['MORE POWER first'])).toBe(true);
  expect(isForbidden(['PUSH', 'MORE POWER'], ['MORE POWER first'])).toBe(false);
  expect(isForbidden([], ['PULL'])).toBe(false);
});

test('silence is silence: where all is forbidden nothing can be said', () => {
  for (const meaning of MEANINGS) expect(isForbidden([meaning], ALL)).toBe(true);
  for (const meaning of [...FEET, ...POWER]) expect(ALL).toContain(meaning);
});

test('more that is forbidden never allows more', () => {
  fc.assert(
    fc.property(meanings, meanings, meanings, (means, never, more) => {
      if (isForbidden(means, never)) expect(isForbidden(means, [...never, ...more])).toBe(true);
    }),
  );
});

type Q = 'bank' | 'speed';
const values = (bank: number, speed: number): Record<Q, number> => ({ bank, speed });

test('a sign shows where all of it is so, and what was not measured shows nothing', () => {
  const sign: Sign<Q> = { bank: above(30), speed: below(70) };
  expect(shows(sign, values(35, 60))).toBe(true);
  expect(shows(sign, values(30, 70))).toBe(true);
  expect(shows(sign, values(29, 60))).toBe(false);
  expect(shows(sign, values(35, 71))).toBe(false);
  expect(shows(sign, values(Number.NaN, 60))).toBe(false);
  expect(canShow(sign, values(Number.NaN, 60))).toBe(false);
  expect(canShow(sign, values(0, 200))).toBe(true);
});

test('of several the one that can be seen is enough', () => {
  const sign: Sign<Q> = [{ bank: above(30) }, { speed: between(40, 50) }];
  expect(shows(sign, values(Number.NaN, 45))).toBe(true);
  expect(shows(sign, values(40, Number.NaN))).toBe(true);
  expect(shows(sign, values(10, 55))).toBe(false);
  expect(canShow(sign, values(Number.NaN, Number.NaN))).toBe(false);
});

test('its size is one at the edge, and grows with what is beyond it', () => {
  expect(sizeOf<Q>({ bank: above(30) }, values(30, 0))).toBe(1);
  expect(sizeOf<Q>({ bank: above(30) }, values(45, 0))).toBe(1.5);
  expect(sizeOf<Q>({ bank: below(-2) }, values(-4, 0))).toBe(2);
  // An edge at nought has no measure of its own.
  expect(sizeOf<Q>({ bank: above(0) }, values(45, 0))).toBe(1);
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      (edge, a, b) => {
        const size = (beyond: number) => sizeOf<Q>({ bank: above(edge) }, values(edge + beyond, 0));
        expect(size(Math.max(a, b))).toBeGreaterThanOrEqual(size(Math.min(a, b)));
      },
    ),
  );
});
