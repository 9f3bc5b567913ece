/**
 * The short form of a record, of which a list of everybody is made: on any day it says what the record says. Held over students
 * of other worlds than the model's own.
 */
import fc from 'fast-check';
import { flyStudent, WORLDS } from '../../testing/students.ts';
import { DEFAULT_SYLLABUS } from '../syllabus/syllabuses.ts';
import { PRIOR } from './model.ts';
import { ENOUGH, figuresOf, isEnough, type SchoolFigures } from './school-figures.ts';
import {
  recentOf,
  recordOf,
  STANDINGS,
  standingOn,
  summaryOf,
  summaryOn,
  summaryWordOn,
} from './standing.ts';

const asked = { rules: DEFAULT_SYLLABUS.ready, asks: [], byHand: false };
const STALE_DAYS = 30;
const cases = fc.record({
  world: fc.constantFrom(...Object.keys(WORLDS)),
  seed: fc.integer({ min: 1, max: 500 }),
  lessons: fc.integer({ min: 0, max: 14 }),
  awayDays: fc.integer({ min: 0, max: 120 }),
});
const recordFor = ({ world, seed, lessons }: { world: string; seed: number; lessons: number }) => {
  const { evidence, nextDay } = flyStudent(WORLDS[world], seed, lessons);
  return { evidence, nextDay, record: recordOf({ evidence, asked, staleAfterDays: STALE_DAYS }) };
};
const daysLater = (day: string, days: number): string =>
  new Date(Date.parse(day) + days * 86_400_000).toISOString().slice(0, 10);

test('word, days left and chance are the record’s, today and long after', () => {
  fc.assert(
    fc.property(cases, ({ awayDays, ...student }) => {
      const { nextDay, record } = recordFor(student);
      const day = daysLater(nextDay, awayDays);
      const whole = standingOn(record, day, STALE_DAYS);
      // What crosses the wire is what was kept.
      const summary = JSON.parse(JSON.stringify(summaryOf(record))) as ReturnType<typeof summaryOf>;
      const short = summaryOn(summary, day, STALE_DAYS);
      expect(summaryWordOn(summary, day, STALE_DAYS)).toEqual({
        standing: whole.standing,
        rustyInDays: whole.rustyInDays,
      });
      expect(short.standing).toBe(whole.standing);
      expect(short.rustyInDays).toBe(whole.rustyInDays);
      expect(short.chance === null).toBe(whole.chance === null);
      if (!short.chance || !whole.chance) return;
      // Three decimals of each figure were kept: less than a hundredth of a chance.
      expect(Math.abs(short.chance.p - whole.chance.p)).toBeLessThan(0.01);
      expect(Math.abs(short.chance.low - whole.chance.low)).toBeLessThan(0.01);
      expect(Math.abs(short.chance.high - whole.chance.high)).toBeLessThan(0.01);
    }),
  );
});

test('time alone makes nobody better, and what it takes comes to the day', () => {
  fc.assert(
    fc.property(cases, ({ awayDays, ...student }) => {
      const { nextDay, record } = recordFor(student);
      const soon = standingOn(record, nextDay, STALE_DAYS);
      const later = standingOn(record, daysLater(nextDay, awayDays), STALE_DAYS);
      if (soon.chance && later.chance) expect(later.chance.p).toBeLessThanOrEqual(soon.chance.p + 1e-9);
      if (soon.standing !== 'ready') return expect(later.standing).toBe(soon.standing);
      expect(later.rustyInDays).toBe(soon.rustyInDays! - awayDays);
      expect(later.standing).toBe(awayDays > soon.rustyInDays! ? 'rusty' : 'ready');
    }),
  );
});

test('every word has its place, and a word in the list is one of them', () => {
  fc.assert(
    fc.property(cases, (student) => {
      const { record } = recordFor(student);
      const [place] = summaryOf(record);
      expect(STANDINGS[place]).toBe(record.word);
    }),
  );
});

describe('the last margins', () => {
  const record = recordOf({ evidence: [], asked, staleAfterDays: STALE_DAYS });

  test('none where nothing was measured', () => {
    expect(recentOf(record)).toBeNull();
    expect(summaryOf(record)[2]).toBeNull();
  });

  test.each<[number[], number, number]>([
    [[0.4], 0.4, 0],
    [[0.2, 0.6], 0.4, 0.2],
    [[-0.3, 0, 0.3], 0, Math.sqrt(0.06)],
  ])('of %j the mean is %d', (recent, mean, spread) => {
    const of = recentOf({ ...record, recent })!;
    expect(of.mean).toBeCloseTo(mean, 12);
    expect(of.spread).toBeCloseTo(spread, 12);
  });
});

describe('a school’s own figures', () => {
  const own: SchoolFigures = { ...ENOUGH, attemptSd: 0.3, daySd: 0.2 };

  test.each<[string, SchoolFigures | null]>([
    ['none', null],
    ['an attempt too few', { ...own, attempts: ENOUGH.attempts - 1 }],
    ['a day too few', { ...own, days: ENOUGH.days - 1 }],
  ])('%s: the written ones hold', (_, figures) => {
    expect(isEnough(figures)).toBe(false);
    expect(figuresOf(figures)).toEqual(PRIOR);
  });

  test('from enough of them on they stand about the school’s own, the rest as written', () => {
    const { lucks, ...rest } = figuresOf(own);
    const { lucks: _, ...written } = PRIOR;
    expect(rest).toEqual(written);
    const days = lucks.map(([daySd]) => daySd);
    const attempts = lucks.map(([, attemptSd]) => attemptSd);
    expect([...days].sort((a, b) => a - b)).toEqual(days);
    expect([days[0] < own.daySd, days.at(-1)! > own.daySd]).toEqual([true, true]);
    expect([attempts[0] < own.attemptSd, attempts.at(-1)! > own.attemptSd]).toEqual([true, true]);
  });

  test.each([0, 1e-6, 5])('a spread of %d stays within what people fly like', (sd) => {
    for (const [daySd, attemptSd] of figuresOf({ ...own, attemptSd: sd, daySd: sd }).lucks)
      for (const one of [daySd, attemptSd]) {
        expect(one).toBeGreaterThanOrEqual(0.05);
        expect(one).toBeLessThanOrEqual(1);
      }
  });
});
