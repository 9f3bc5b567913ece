/** The model held against students who learn, forget and are lucky by rules other than its own. */
import { flyStudent, KEPT_OUT, WORLDS } from '../../testing/students.ts';
import { counted } from './evidence.ts';
import { asOf, chanceOf, estimate } from './model.ts';

const STUDENTS = 1000;
/** Of the world’s own draws that make a truth, one standard deviation. */
const TRUTH_SD = 0.0125;

const studentsOf = (worlds: typeof WORLDS) =>
  Object.entries(worlds).map(([name, world]) => ({
    name,
    students: Array.from({ length: STUDENTS }, (_, i) => {
      const flown = flyStudent(world, 7919 * (i + 1) + name.length, 3 + (i % 10));
      const chance = chanceOf(asOf(estimate(flown.evidence)!, flown.nextDay));
      const verdicts = flown.evidence
        .filter(counted)
        .map(({ verdict }) => Number(verdict === 'satisfactory'));
      return { ...flown, chance, verdicts };
    }),
  }));
const said = studentsOf(WORLDS);
const keptOut = studentsOf(KEPT_OUT);
type Said = (typeof said)[number]['students'][number];
const everyone = said.flatMap(({ students }) => students);
const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;
const holds = ({ truth, chance: { low, high } }: Said): boolean =>
  truth >= low - TRUTH_SD && truth <= high + TRUTH_SD;

const share = (students: readonly Said[]): number => mean(students.map((one) => Number(holds(one))));

test('the 80 % interval holds the truth 75 to 85 times in 100 in families that it was not chosen by', () => {
  const all = share(keptOut.flatMap(({ students }) => students));
  expect(all).toBeGreaterThan(0.75);
  expect(all).toBeLessThan(0.85);
});

test.each(keptOut)('and is not far from it in any one of them: $name', ({ students }) => {
  expect(share(students)).toBeGreaterThan(0.73);
  expect(share(students)).toBeLessThan(0.91);
});

test.each(said)(
  'in the worlds that its other figures were chosen by it is the wider for its doubt: $name',
  ({ students }) => {
    expect(share(students)).toBeGreaterThan(0.8);
  },
);

test.each([0, 1, 2, 3, 4])('said chances are honest in fifth %i of the scale', (fifth) => {
  const here = everyone.filter(({ chance }) => Math.min(4, Math.floor(5 * chance.p)) === fifth);
  expect(here.length).toBeGreaterThan(30);
  const off = mean(here.map(({ truth }) => truth)) - mean(here.map(({ chance }) => chance.p));
  expect(Math.abs(off)).toBeLessThan(0.07);
});

test.each([...said, ...keptOut])(
  'beats the last verdict again, and the mean of the last five: $name',
  ({ students }) => {
    const brier = (guess: (one: Said) => number): number =>
      mean(students.map((one) => (guess(one) - Number(one.next)) ** 2));
    const ours = brier(({ chance }) => chance.p);
    expect(ours).toBeLessThan(brier(({ verdicts }) => verdicts[verdicts.length - 1]));
    expect(ours).toBeLessThan(brier(({ verdicts }) => mean(verdicts.slice(-5))));
  },
);
