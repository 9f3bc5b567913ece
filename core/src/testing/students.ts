/**
 * Students who learn and forget by rules other than the model’s: several worlds, so that nothing is tuned to one. The true chance
 * of the next unaided attempt is known at any time, since the world makes it.
 */
import { type Random, seededRandom } from '../flight/random.ts';
import type { FlownAttempt } from '../path/standing/evidence.ts';

export interface World {
  /** How good a student is on an average day, as ln(1 / tolerance used), after so many attempts. */
  learned: (attempts: number, lessons: number, talent: number) => number;
  /** What is left of it after so many days away. */
  kept: (skill: number, daysAway: number) => number;
  /** Luck of a day and of an attempt. */
  day: (random: Random) => number;
  attempt: (random: Random) => number;
  /** Tolerance used up to which this world’s judge passes. */
  passesTo: number;
  /** How often a must fails that no band shows. */
  mustFails: number;
  lessonsEveryDays: number;
  attemptsALesson: number;
  /** Lessons in which help is still given. */
  helped: number;
}

const usual = {
  day: ({ gaussian }: Random) => 0.18 * gaussian(),
  attempt: ({ gaussian }: Random) => 0.25 * gaussian(),
  passesTo: 1,
  mustFails: 0,
  lessonsEveryDays: 5,
  attemptsALesson: 3,
  helped: 1,
};

export const WORLDS: Record<string, World> = {
  'a curve that flattens by lessons': {
    ...usual,
    learned: (_, lessons, talent) => -0.9 + (1.3 + 0.3 * talent) * (1 - Math.exp(-lessons / 4)),
    kept: (skill, days) => skill - 0.05 * Math.max(0, days / 7 - 1),
  },
  'a power law of attempts, heavy-tailed luck, a lenient judge': {
    ...usual,
    learned: (attempts, _, talent) => 0.75 + 0.2 * talent - 1.6 * (1 + attempts) ** -0.4,
    kept: (skill, days) => skill - 0.3 * (1 - Math.exp(-Math.max(0, days - 5) / 40)),
    attempt: ({ uniform, gaussian }) => (uniform() < 0.1 ? 0.6 : 0.2) * gaussian(),
    passesTo: 1.12,
  },
  'a step once it is understood, big days, musts that fail': {
    ...usual,
    learned: (_, lessons, talent) => -0.6 + 0.9 / (1 + Math.exp(-(lessons - 4 + 1.5 * talent) / 1.2)),
    kept: (skill, days) => (days > 21 ? skill - 0.2 : skill),
    day: ({ gaussian }) => 0.3 * gaussian(),
    attempt: ({ gaussian }) => 0.2 * gaussian(),
    mustFails: 0.06,
    lessonsEveryDays: 8,
    attemptsALesson: 2,
  },
  'slow and steady': {
    ...usual,
    learned: (_, lessons, talent) => -0.5 + (0.06 + 0.02 * talent) * lessons,
    kept: (skill, days) => skill - 0.08 * Math.max(0, days / 7 - 1),
    attempt: ({ gaussian }) => 0.35 * gaussian(),
    helped: 2,
  },
};

/** Families that no figure of the model was chosen by: they say how far to believe its intervals. */
export const KEPT_OUT: Record<string, World> = {
  'moods that last': {
    ...usual,
    learned: (_, lessons, talent) =>
      -0.5 +
      (1.1 + 0.2 * talent) * (1 - Math.exp(-lessons / 5)) +
      0.25 * Math.sin(0.9 * lessons + 4 * talent),
    kept: (skill, days) => skill - 0.04 * Math.max(0, days / 7 - 1),
    day: ({ gaussian }) => 0.2 * gaussian(),
    attempt: ({ uniform, gaussian }) => (uniform() < 0.15 ? 0.55 : 0.22) * gaussian(),
    passesTo: 1.05,
  },
  'steps, relapses and tiredness': {
    ...usual,
    learned: (attempts, lessons, talent) =>
      -0.6 +
      (lessons > 2 + talent ? 0.45 : 0) +
      (lessons > 6 - talent ? 0.45 : 0) -
      (lessons % 5 === 4 ? 0.3 : 0) -
      0.05 * (attempts % 4),
    kept: (skill, days) => skill - (days > 12 ? 0.12 : 0),
    day: ({ gaussian }) => 0.22 * gaussian(),
    attempt: ({ gaussian }) => 0.28 * gaussian(),
    mustFails: 0.04,
    attemptsALesson: 4,
    lessonsEveryDays: 7,
  },
  'another instructor, and it is learned anew': {
    ...usual,
    learned: (_, lessons, talent) => {
      const anew = 5 + Math.round(talent);
      const since = lessons < anew ? lessons : lessons - anew;
      return -0.6 + (lessons < anew ? 0 : 0.35) + (0.8 + 0.15 * talent) * (1 - Math.exp(-since / 2.5));
    },
    kept: (skill, days) => skill - 0.03 * Math.max(0, days / 7 - 1),
    day: ({ gaussian }) => 0.25 * gaussian(),
    attempt: ({ gaussian }) => 0.22 * gaussian(),
    passesTo: 1.08,
    lessonsEveryDays: 6,
  },
  'good days and bad ones, and a slow slide between': {
    ...usual,
    learned: (attempts, lessons, talent) =>
      0.45 +
      0.2 * talent -
      0.9 * Math.exp(-attempts / 9) -
      0.18 * ((lessons + Math.round(2 * talent + 6)) % 3 === 0 ? 1 : 0),
    kept: (skill, days) => skill - 0.012 * days,
    day: ({ uniform, gaussian }) => (uniform() < 0.25 ? -0.35 : 0.08) + 0.1 * gaussian(),
    attempt: ({ uniform, gaussian }) => (uniform() < 0.08 ? 0.7 : 0.24) * gaussian(),
    mustFails: 0.03,
    lessonsEveryDays: 9,
    attemptsALesson: 3,
  },
};

export interface Flown {
  evidence: FlownAttempt[];
  /** The day of the next lesson. */
  nextDay: string;
  /** The chance that an unaided attempt then is to standard. */
  truth: number;
  /** Whether one was. */
  next: boolean;
  /** The skill on an average day, lesson by lesson. */
  skills: number[];
}

const dayAfter = (days: number): string =>
  new Date(Date.UTC(2026, 0, 5) + days * 86_400_000).toISOString().slice(0, 10);

/** One skill of one student in a world, over so many lessons. */
export function flyStudent(world: World, seed: number, lessons: number): Flown {
  const random = seededRandom(seed);
  const talent = random.gaussian();
  // The two instructors grade by scales of their own.
  const bias = [0.12, -0.15];
  const evidence: FlownAttempt[] = [];
  const skills: number[] = [];
  let [date, attempts] = [0, 0];
  let skill = world.learned(0, 0, talent);
  const toStandard = (margin: number): boolean =>
    -margin <= Math.log(world.passesTo) && random.uniform() >= world.mustFails;
  for (let lesson = 0; lesson < lessons; lesson++) {
    const gap =
      lesson === 0 ? 0 : Math.max(1, Math.round(world.lessonsEveryDays * (0.4 + 1.2 * random.uniform())));
    const away = lesson > 0 && random.uniform() < 0.06 ? gap + 25 : gap;
    date += away;
    skill = lesson === 0 ? skill : world.kept(world.learned(attempts, lesson, talent), away);
    skills.push(skill);
    const luck = world.day(random);
    for (let nth = 0; nth < world.attemptsALesson; nth++) {
      const help = lesson < world.helped ? 'prompted' : 'unaided';
      const margin = skill + luck + world.attempt(random) + (help === 'prompted' ? 0.2 : 0);
      const seen = margin + bias[lesson % 2] + 0.25 * random.gaussian();
      evidence.push({
        at: `${dayAfter(date)}T10:${String(10 + nth)}:00Z`,
        day: dayAfter(date),
        flownIn: 'airplane',
        help,
        verdict: toStandard(margin) ? 'satisfactory' : 'unsatisfactory',
        toleranceUsed: Math.exp(-margin),
        grade: seen > 0.4 ? 4 : seen > -0.05 ? 3 : seen > -0.7 ? 2 : 1,
      });
      attempts++;
    }
  }
  date += world.lessonsEveryDays;
  const now = world.kept(world.learned(attempts, lessons, talent), world.lessonsEveryDays);
  const draws = 400;
  let good = 0;
  for (let i = 0; i < draws; i++) if (toStandard(now + world.day(random) + world.attempt(random))) good++;
  const next = toStandard(now + world.day(random) + world.attempt(random));
  return { evidence, nextDay: dayAfter(date), truth: good / draws, next, skills };
}
