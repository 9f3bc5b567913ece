/** Instructors of one mind are left alone, and one who grades half a grade kinder is found. */
import { seededRandom } from '../flight/random.ts';
import { type BlindGrade, LEAST_BLIND, leansOf } from './kinder.ts';

/** Four instructors grade the same attempts; what each thinks of it is spread by two thirds of a grade. */
function round(seed: number, { kinder = 0, attempts = 30 } = {}): BlindGrade[] {
  const random = seededRandom(seed);
  return Array.from({ length: attempts }, (_, attempt) => {
    const flown = 2.4 + 0.8 * random.gaussian();
    return ['ada', 'ben', 'cleo', 'dag'].map((instructor): BlindGrade => {
      const thought = flown + 0.65 * random.gaussian() + (instructor === 'cleo' ? kinder : 0);
      return { attempt: String(attempt), instructor, grade: Math.max(1, Math.min(4, Math.round(thought))) };
    });
  }).flat();
}

const SEEDS = Array.from({ length: 100 }, (_, i) => 1000 + i);
const toldIn = (grades: readonly BlindGrade[]) =>
  leansOf(grades)
    .filter(({ told }) => told)
    .map(({ instructor }) => instructor);

test('one who is half a grade kinder is found in 90 of 100 schools, and the interval holds the half', () => {
  const found = SEEDS.map((seed) => leansOf(round(seed, { kinder: 0.5, attempts: 60 })));
  const told = found.filter((leans) => leans.some(({ instructor, told }) => told && instructor === 'cleo'));
  expect(told.length).toBeGreaterThanOrEqual(90);
  const cleo = found.map((leans) => leans.find(({ instructor }) => instructor === 'cleo')!);
  expect(cleo.every(({ lean }) => lean! > 0)).toBe(true);
});

test('where nobody is kinder, anyone at all is named in at most 5 of 100', () => {
  expect(SEEDS.filter((seed) => toldIn(round(seed)).length > 0).length).toBeLessThanOrEqual(5);
});

test('three attempts are too few to say anything', () => {
  const leans = leansOf(round(3, { kinder: 2, attempts: 3 }));
  expect(leans).toHaveLength(4);
  for (const lean of leans) expect(lean).toMatchObject({ attempts: 3, lean: null, p: null, told: false });
  expect(LEAST_BLIND).toBeGreaterThan(3);
});

test('what one alone graded is no comparison', () => {
  const alone = Array.from(
    { length: 20 },
    (_, i): BlindGrade => ({ attempt: `${i}`, instructor: 'ada', grade: 4 }),
  );
  expect(leansOf(alone)).toEqual([
    { instructor: 'ada', attempts: 0, lean: null, interval: null, p: null, told: false },
  ]);
});
