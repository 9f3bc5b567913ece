/** Plans a lesson of the club, and flies it from apron to apron, as it comes with the program. */
import {
  type Circuit,
  type Conditions,
  demonstrationLegs,
  findAirplane,
  flyLesson,
  type LessonItem,
  USUAL_MANEUVER,
  writeRecordingCsv,
} from '@keel/core';
import { AT_FIELD, FIELD_FT, GROUND_FT, RUNWAY_DEG } from './club.ts';
import { DEMO_LESSONS, type DemoLesson } from './lessons.ts';
import { cardFor, planAtClub } from './plan.ts';

const RATE_HZ = 5;

export const itemsOf = ({ items }: DemoLesson): LessonItem[] =>
  items ?? [{ id: 'usual', maneuver: USUAL_MANEUVER }];

/** What goes wrong in the touch-and-go, lesson by lesson; most go well. */
const ROUNDS = [
  undefined,
  'fast-final',
  undefined,
  'high-flare',
  undefined,
  'late-flare',
  undefined,
] as const;
const circuitsOf = (seed: number): readonly Circuit[] => [
  { ending: 'go-around', habit: seed % 4 === 3 ? 'flaps-at-once' : undefined },
  { ending: 'touch-and-go', habit: ROUNDS[seed % ROUNDS.length] },
  { ending: 'full-stop' },
];

/** By its place in the list: no two lessons meet the same air. */
const seedOf = (lesson: DemoLesson): number => 1 + DEMO_LESSONS.indexOf(lesson);
const windOf = (lesson: DemoLesson) => {
  const seed = seedOf(lesson);
  // The runway into the wind is in use: from the left or the right of it, never from behind.
  return { windFromDeg: 195 + ((37 * seed) % 90), windKt: 5 + ((5 * seed) % 11) };
};

const conditionsOf = (lesson: DemoLesson): Conditions => {
  const { weightLb, headingDeg, oatC, sky, loading } = lesson;
  return {
    weightLb,
    groundFt: GROUND_FT,
    headingDeg,
    oatC,
    qnhHpa: 1012,
    ...AT_FIELD,
    ...windOf(lesson),
    fieldOatC: oatC + 7,
    ...sky,
    ...(loading && { loading }),
  };
};

/** @param watchFor what the cards name from the lessons before, by maneuver */
export function planOfClub(lesson: DemoLesson, watchFor?: Parameters<typeof planAtClub>[0]['watchFor']) {
  const conditions = conditionsOf(lesson);
  const items = itemsOf(lesson);
  const { airplane, standard } = lesson;
  return { conditions, items, ...planAtClub({ airplane, standard, conditions, items, watchFor }) };
}

/** @returns the recording’s file; it carries no date, so that it can be flown on any. */
export function flyClubLesson(lesson: DemoLesson): string {
  const { items, cards } = planOfClub(lesson);
  const seed = seedOf(lesson);
  const cardOf = (id = 'steep-turns') => cardFor(cards, items.find((one) => one.id === id) ?? items[0]);
  const { recording } = flyLesson({
    airplane: findAirplane(lesson.airplane)!,
    weightLb: lesson.weightLb,
    legs: lesson.pairs.flatMap((pair) => demonstrationLegs(cardOf(pair.item), pair)),
    seed,
    circuits: circuitsOf(seed),
    groundFt: GROUND_FT,
    fieldFt: FIELD_FT,
    runwayDeg: RUNWAY_DEG,
    ...windOf(lesson),
    turbulence: lesson.turbulence ?? (seed % 3 === 0 ? 'light' : 'none'),
    recorder: { rateHz: RATE_HZ },
    note: 'invented sample data',
  });
  return writeRecordingCsv(recording);
}
