/** The range of lessons held against students of other worlds, flown on until all is ready. */
import { seededRandom } from '../flight/random.ts';
import { flyStudent, WORLDS } from '../testing/students.ts';
import { type Forecast, forecastOf, type ToFly } from './forecast.ts';
import type { FlownAttempt } from './standing/evidence.ts';
import { recordOf } from './standing/standing.ts';
import { DEFAULT_SYLLABUS } from './syllabus/syllabuses.ts';

const SKILLS = ['straight-and-level', 'climb', 'descent', 'configuration-change'];
const A_LESSON = 2;
const rules = DEFAULT_SYLLABUS.ready;
const skillOf = (id: string) => DEFAULT_SYLLABUS.skills.find((skill) => skill.id === id)!;
const asked = { rules, asks: [], byHand: false };
type Flown = FlownAttempt & { skill: string };

const dayAfter = (days: number): string =>
  new Date(Date.UTC(2026, 0, 5) + days * 86_400_000).toISOString().slice(0, 10);

/** What each skill's next days of practice will bring, already drawn. */
function futureOf(world: (typeof WORLDS)[string], seed: number, days: number): Flown[][][] {
  return SKILLS.map((skill, i) => {
    const { evidence } = flyStudent({ ...world, lessonsEveryDays: 7 }, 31 * seed + i, days);
    return [...new Set(evidence.map(({ day }) => day))].map((day) =>
      evidence.filter((one) => one.day === day).map((one) => ({ ...one, skill })),
    );
  });
}

/**
 * The attempts of each lesson: two skills in each, what is not ready first, five days apart; and whether all was ready
 * before each of them. At most so many lessons, and no more than until all is ready after some of them.
 */
function lessonsOf(
  world: (typeof WORLDS)[string],
  seed: number,
  lessons: number,
  after = lessons,
): { flown: Flown[][]; ready: boolean[] } {
  const future = futureOf(world, seed, lessons);
  const next = SKILLS.map(() => 0);
  const last = SKILLS.map((_, i) => i - SKILLS.length);
  const flown: Flown[][] = [];
  const ready: boolean[] = [];
  for (let lesson = 0; lesson < lessons; lesson++) {
    const day = dayAfter(5 * lesson);
    const words = toFly(flown.flat()).map(({ record }) => Number(record.word === 'ready'));
    ready.push(words.every(Boolean));
    if (lesson >= after && ready[lesson]) break;
    const today = SKILLS.map((_, i) => i)
      .sort((a, b) => words[a] - words[b] || last[a] - last[b])
      .slice(0, A_LESSON);
    for (const i of today) last[i] = lesson;
    flown.push(
      today.flatMap((i) =>
        (future[i][next[i]++] ?? []).map((one) => ({ ...one, day, at: `${day}${one.at.slice(10)}` })),
      ),
    );
  }
  return { flown, ready };
}

const toFly = (flown: readonly Flown[]): ToFly[] =>
  SKILLS.map((id) => ({
    skill: skillOf(id),
    rules,
    record: recordOf({ evidence: flown.filter(({ skill }) => skill === id), asked, staleAfterDays: 60 }),
  }));
const forecastAfter = (lessons: readonly Flown[][]): Forecast => {
  const flown = lessons.flat();
  return forecastOf(toFly(flown), flown, dayAfter(5 * lessons.length));
};
const MOST = 44;
/** How many lessons later all was ready. */
function lessonsToReady(ready: readonly boolean[], from: number): number {
  const at = ready.indexOf(true, from);
  return at < 0 ? Number.POSITIVE_INFINITY : at - from;
}

test('the range holds about 80 times in 100, and is mostly given', () => {
  let [given, held, asked] = [0, 0, 0];
  for (const world of Object.values(WORLDS))
    for (let seed = 1; seed <= 25; seed++) {
      const after = 6 + 2 * Math.floor(5 * seededRandom(seed).uniform());
      const { flown, ready } = lessonsOf(world, seed, MOST, after);
      const { lessons: range } = forecastAfter(flown.slice(0, after));
      asked++;
      if (!range) continue;
      given++;
      const truth = lessonsToReady(ready, after);
      if (truth >= range.low && truth <= range.high) held++;
    }
  expect(given / asked).toBeGreaterThan(0.5);
  expect(held / given).toBeGreaterThan(0.7);
  expect(held / given).toBeLessThan(0.92);
});

test('hidden after two lessons, with the reason', () => {
  const { lessons, ...more } = forecastAfter(lessonsOf(WORLDS['slow and steady'], 1, 10).flown.slice(0, 2));
  expect(lessons).toBeNull();
  expect(more).toMatchObject({
    why: { code: 'too-few-days', params: { days: 2, needs: 3 } },
  });
});
