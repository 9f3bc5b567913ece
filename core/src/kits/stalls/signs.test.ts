/** The rules of a stall one at a time: each sign that is taken away, and what still makes it one. */
import fc from 'fast-check';
import { isStall, type Signs, staysSlow } from './signs.ts';

/** A plain stall without a warner: slow, the nose up and away, 150 ft down, and back to climbing speed. */
const PLAIN: Signs = {
  slowedKt: 20,
  regainedKt: 15,
  leastAboveKt: -6,
  laterMostAboveKt: 20,
  laterAboveKt: 14,
  nose: { fellDeg: 18, beganS: 100, rose: true },
  topS: 100,
  sankFt: 150,
  fallFpm: 1500,
  mostSinkFpm: 1300,
  warnedRow: -1,
  warnedForS: 0,
  rough: false,
  glides: false,
  recovers: false,
};
const { nose: _, ...NO_PITCH } = PLAIN;
const nose = (fellDeg: number, rose = true) => ({ nose: { fellDeg, beganS: 100, rose } });

test.each<[string, Signs]>([
  ['a plain stall', PLAIN],
  ['with no pitch recorded', NO_PITCH],
  ['a first indication: the warner and a push', { ...PLAIN, warnedRow: 5, sankFt: 5, ...nose(4) }],
  ['a push well above the warning, the nose up before', { ...PLAIN, leastAboveKt: 7, ...nose(10) }],
  ['one in rough air, as slow as stalls are', { ...PLAIN, rough: true }],
  ['warned and sinking, the nose held', { ...PLAIN, warnedRow: 5, ...nose(2, false) }],
  ['one of a row, slow after it, but the nose fell plainly', { ...PLAIN, laterAboveKt: 4, warnedRow: 5 }],
])('%s is one', (_name, signs) => expect(isStall(signs)).toBe(true));

test.each<[string, Signs]>([
  ['what was as slow before', { ...PLAIN, slowedKt: 3 }],
  ['what had no speed back', { ...PLAIN, regainedKt: 5 }],
  ['what went on level', { ...PLAIN, fallFpm: 300 }],
  ['what stayed well above the warning', { ...PLAIN, leastAboveKt: 5, ...nose(8) }],
  ['a nose that falls well above the warning in rough air', { ...PLAIN, rough: true, leastAboveKt: 7 }],
  ['a nose lowered a little', { ...PLAIN, ...nose(6) }],
  ['a dip of slow flight that loses nothing', { ...PLAIN, sankFt: 15 }],
  ['a dip that loses little and stays slow', { ...PLAIN, sankFt: 60, laterMostAboveKt: 8, ...nose(9) }],
  ['a gust in slow flight with the warner chirping', { ...PLAIN, warnedRow: 5, laterAboveKt: 5, ...nose(8) }],
  ['a descent without a fall, no pitch recorded', { ...NO_PITCH, mostSinkFpm: 400 }],
])('%s is none', (_name, signs) => expect(isStall(signs)).toBe(false));

test('more of every sign never makes a stall less of one', () => {
  const signs = fc.record({
    slowedKt: fc.integer({ min: 0, max: 40 }),
    regainedKt: fc.integer({ min: 0, max: 40 }),
    leastAboveKt: fc.integer({ min: -10, max: 9 }),
    laterMostAboveKt: fc.integer({ min: 0, max: 40 }),
    laterAboveKt: fc.integer({ min: 0, max: 40 }),
    nose: fc.record({
      fellDeg: fc.integer({ min: 0, max: 40 }),
      beganS: fc.constant(100),
      rose: fc.boolean(),
    }),
    topS: fc.constant(100),
    sankFt: fc.integer({ min: 0, max: 400 }),
    fallFpm: fc.integer({ min: 0, max: 2500 }),
    mostSinkFpm: fc.integer({ min: 0, max: 2500 }),
    warnedRow: fc.constantFrom(-1, 5),
    warnedForS: fc.double({ min: 0, max: 4, noNaN: true }),
    rough: fc.boolean(),
    glides: fc.boolean(),
    recovers: fc.boolean(),
  });
  const more = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(signs, more, (few, share) => {
      fc.pre(isStall(few));
      const grown: Signs = {
        ...few,
        slowedKt: few.slowedKt * (1 + share),
        regainedKt: few.regainedKt * (1 + share),
        leastAboveKt: few.leastAboveKt - 5 * share,
        laterMostAboveKt: few.laterMostAboveKt * (1 + share),
        laterAboveKt: few.laterAboveKt * (1 + share),
        nose: { ...few.nose, fellDeg: few.nose.fellDeg * (1 + share), rose: true },
        sankFt: few.sankFt * (1 + share),
        fallFpm: few.fallFpm * (1 + share),
        mostSinkFpm: few.mostSinkFpm * (1 + share),
        warnedRow: 5,
      };
      expect(isStall(grown)).toBe(true);
    }),
  );
});

test('what never comes near climbing speed stays slow', () => {
  expect(staysSlow({ ...PLAIN, laterMostAboveKt: 11 })).toBe(true);
  expect(staysSlow({ ...PLAIN, laterMostAboveKt: 13 })).toBe(false);
});

test('power that comes off and stays off begins a glide, unless the warner or the depth says otherwise', () => {
  const glide = { ...PLAIN, glides: true };
  expect(isStall(glide)).toBe(false);
  // The warner sounds from the break on in every stall; as a gust goes by it only chirps.
  expect(isStall({ ...glide, warnedRow: 5, warnedForS: 0.5 })).toBe(false);
  expect(isStall({ ...glide, warnedRow: 5, warnedForS: 2.5 })).toBe(true);
  expect(isStall({ ...glide, leastAboveKt: -12 })).toBe(true);
});
