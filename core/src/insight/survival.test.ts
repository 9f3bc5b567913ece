/** Waiting that is counted whole, with those who are still on the way. */
import fc from 'fast-check';
import { type Followed, kaplanMeier, LEAST_EVENTS, waitedOf } from './survival.ts';

const followed = fc.array(fc.record({ until: fc.integer({ min: 1, max: 40 }), happened: fc.boolean() }), {
  minLength: 1,
  maxLength: 60,
});

test('the share still waiting falls, and never below nought', () => {
  fc.assert(
    fc.property(followed, (all) => {
      const steps = kaplanMeier(all);
      steps.forEach(({ share, atRisk, events }, i) => {
        expect(share).toBeGreaterThanOrEqual(-1e-12);
        expect(share).toBeLessThanOrEqual(i === 0 ? 1 : steps[i - 1].share);
        expect(events).toBeLessThanOrEqual(atRisk);
      });
    }),
  );
});

test('where everybody is there, it is the plain share', () => {
  fc.assert(
    fc.property(followed, (all) => {
      const done = all.map((one): Followed => ({ ...one, happened: true }));
      for (const { at, share } of kaplanMeier(done))
        expect(share).toBeCloseTo(done.filter(({ until }) => until > at).length / done.length, 9);
    }),
  );
});

test('who is still on the way makes the middle later than leaving them out would', () => {
  const there = [4, 5, 6, 7, 8].map((until): Followed => ({ until, happened: true }));
  const onTheWay = [9, 9, 9].map((until): Followed => ({ until, happened: false }));
  expect(waitedOf(there).median).toBe(6);
  expect(waitedOf([...there, ...onTheWay]).median).toBe(7);
});

test('of fewer than five who are there nothing is said but their number', () => {
  const four = [1, 2, 3, 4].map((until): Followed => ({ until, happened: true }));
  expect(LEAST_EVENTS).toBe(5);
  expect(waitedOf(four)).toEqual({
    followed: 4,
    happened: 4,
    lower: null,
    median: null,
    upper: null,
    medianInterval: null,
  });
});

test('where fewer than half are there, the middle is not said', () => {
  const five = [3, 3, 4, 4, 5].map((until): Followed => ({ until, happened: true }));
  const many = Array.from({ length: 20 }, (): Followed => ({ until: 6, happened: false }));
  expect(waitedOf([...five, ...many])).toMatchObject({ median: null, upper: null, happened: 5 });
});
