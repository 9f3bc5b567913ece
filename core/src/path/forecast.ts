/**
 * How many more lessons at this pace until every scored gate’s skills would be ready: the student flown on from what is believed
 * today, many times, by the model’s own learning, and counted by the rules of ready. A range, or nothing and why.
 */
import type { Coded } from '../coded.ts';
import { seededRandom } from '../flight/random.ts';
import { counted, type FlownAttempt } from './standing/evidence.ts';
import { type ModelFigures, PRIOR, type SkillState } from './standing/model.ts';
import { normalCdf } from './standing/normal.ts';
import { type SkillRecord, standingOn } from './standing/standing.ts';
import type { ReadyRules, SyllabusSkill } from './syllabus/schema.ts';

export interface Lessons {
  low: number;
  middle: number;
  high: number;
}
export type Forecast =
  | { lessons: Lessons; pace: Pace; decidedBy: string | null }
  | { lessons: null; why: Coded };

/** How the student has flown of late. */
export interface Pace {
  lessons: number;
  /** Days between two lessons, the middle of the last ones. */
  everyDays: number;
  skillsALesson: number;
  attemptsASkill: number;
}

export interface ToFly {
  skill: SyllabusSkill;
  rules: ReadyRules;
  record: SkillRecord;
}

type FromToday = ToFly & { ready: boolean };

/** Futures flown, and after how many lessons one is given up. */
const FUTURES = 120;
const MOST_LESSONS = 60;
/** Before so many lessons there is no pace to speak of. */
const LEAST_LESSONS = 3;
const TOO_WIDE: Coded = { code: 'too-wide' };
/** How much students differ in how fast they learn, and in where they settle: natural logarithm, and margin. */
const LEARNING_SPREAD = 0.55;
const SETTLES_SD = 0.23;
/** Lessons of which the pace is taken. */
const PACE_LESSONS = 8;

const middleOf = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};
const quantile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];

/** Days on which something was attempted in an airplane, in order. */
const daysInAirplane = (flown: readonly FlownAttempt[]): string[] => [
  ...new Set(flown.filter((one) => one.flownIn === 'airplane').map(({ day }) => day)),
];

/** @param flown attempts of every skill, in the order flown. */
export function paceOf(flown: readonly (FlownAttempt & { skill: string })[]): Pace | null {
  const inAirplane = flown.filter((one) => one.flownIn === 'airplane');
  const days = daysInAirplane(flown);
  if (days.length < 2) return null;
  const recent = days.slice(-PACE_LESSONS);
  const gaps = recent.slice(1).map((day, i) => (Date.parse(day) - Date.parse(recent[i])) / 86_400_000);
  const onDay = recent.map((day) => inAirplane.filter((one) => one.day === day));
  const skillsOf = (day: typeof inAirplane) => new Set(day.map(({ skill }) => skill)).size;
  return {
    lessons: days.length,
    everyDays: middleOf(gaps),
    skillsALesson: Math.max(1, middleOf(onDay.map(skillsOf))),
    attemptsASkill: Math.max(
      1,
      Math.round(middleOf(onDay.map((day) => day.filter(counted).length / skillsOf(day) || 1))),
    ),
  };
}

/** @param day from which on is counted, ISO 8601. */
export function forecastOf(
  toFly: readonly ToFly[],
  flown: readonly (FlownAttempt & { skill: string })[],
  day: string,
  figures: ModelFigures = PRIOR,
): Forecast {
  const pace = paceOf(flown);
  if (!pace || pace.lessons < LEAST_LESSONS) {
    const days = daysInAirplane(flown).length;
    return {
      lessons: null,
      why: { code: 'too-few-days', params: { days, needs: LEAST_LESSONS } },
    };
  }
  const fromToday = toFly.map((one) => ({
    ...one,
    ready: standingOn(one.record, day, one.skill.staleAfterDays, figures).standing === 'ready',
  }));
  const open = fromToday.filter(({ ready }) => !ready);
  if (open.length === 0) return { lessons: { low: 0, middle: 0, high: 0 }, pace, decidedBy: null };
  if (open.every(({ record }) => record.counted === 0))
    return { lessons: null, why: { code: 'nothing-unaided' } };
  const { gaussian } = seededRandom(7);
  const last = new Map<string, number>();
  const futures: number[] = [];
  // Once more than a tenth never get there the range has no end.
  let endless = 0;
  while (futures.length < FUTURES && endless <= FUTURES / 10) {
    const { lessons, lastReady } = flyOn(fromToday, pace, figures, gaussian);
    last.set(lastReady, (last.get(lastReady) ?? 0) + 1);
    futures.push(lessons);
    if (lessons >= MOST_LESSONS) endless++;
  }
  if (endless > FUTURES / 10) return { lessons: null, why: TOO_WIDE };
  futures.sort((a, b) => a - b);
  const [low, middle, high] = [0.1, 0.5, 0.9].map((share) => quantile(futures, share));
  if (high >= MOST_LESSONS || high - low > 2 * middle) return { lessons: null, why: TOO_WIDE };
  const [decidedBy] = [...last].sort((a, b) => b[1] - a[1])[0];
  return { lessons: { low, middle, high }, pace, decidedBy };
}

interface Future {
  id: string;
  margin: number;
  /** How fast this one learns in this future, and toward what. */
  learning: number;
  settles: number;
  state: SkillState;
  rules: ReadyRules;
  asksLeft: number;
  attempts: number;
  days: number;
  /** What is believed of the margin differs from it by so many of its standard deviations. */
  off: number;
  sd: number;
  passes: boolean[];
  firsts: boolean[];
  flownIn: number;
  ready: boolean;
}

/** One future, lesson by lesson: what is not ready first, and of that what was longest not flown; the rest is kept up. */
function flyOn(
  fromToday: readonly FromToday[],
  pace: Pace,
  figures: ModelFigures,
  gaussian: () => number,
): { lessons: number; lastReady: string } {
  const skills = fromToday.map((one, i) => begin(one, i, figures, gaussian));
  let lastReady = skills[0].id;
  for (let lesson = 1; lesson <= MOST_LESSONS; lesson++) {
    for (const skill of nextOf(skills, pace.skillsALesson)) {
      practise(skill, pace.attemptsASkill, figures, gaussian);
      skill.flownIn = lesson * skills.length;
      if (skill.ready) lastReady = skill.id;
    }
    if (skills.every(({ ready }) => ready)) return { lessons: lesson, lastReady };
  }
  return { lessons: MOST_LESSONS, lastReady };
}

const waitsMore = (a: Future, b: Future): boolean => (a.ready === b.ready ? a.flownIn < b.flownIn : !a.ready);

/** The first few in that order: few of a dozen, some thousand times, are picked faster than all are sorted. */
function nextOf(skills: readonly Future[], count: number): Future[] {
  const picked: Future[] = [];
  while (picked.length < Math.min(count, skills.length)) {
    let next: Future | undefined;
    for (const skill of skills)
      if (!picked.includes(skill) && (!next || waitsMore(skill, next))) next = skill;
    if (next) picked.push(next);
  }
  return picked;
}

function begin(
  { skill, rules, record, ready }: FromToday,
  order: number,
  figures: ModelFigures,
  gaussian: () => number,
): Future {
  const unflown: SkillState = {
    margin: figures.start,
    sd: figures.startSd,
    luckSd: 0.35,
    line: -0.05,
    lapse: figures.lapse,
    lastDay: '',
    learning: figures.learning[1],
  };
  const state = record.state ?? unflown;
  const known = record.recent.map((margin) => margin > state.line);
  return {
    id: skill.id,
    state,
    rules,
    margin: state.margin + state.sd * gaussian(),
    learning: Math.min(0.6, state.learning * Math.exp(LEARNING_SPREAD * gaussian())),
    settles: figures.settles + SETTLES_SD * gaussian(),
    sd: state.sd,
    off: gaussian(),
    asksLeft: skill.asks.length * 2,
    attempts: record.counted,
    days: record.days,
    passes: known.slice(-rules.last),
    firsts: known.slice(-1),
    flownIn: order - comesFirst(record),
    ready,
  };
}

/** What was never flown waits for what is under way. */
const comesFirst = (record: SkillRecord): number => (record.counted > 0 ? 1000 : 0);

function practise(
  skill: Future,
  attempts: number,
  { wanderSd, luckBeyond }: ModelFigures,
  gaussian: () => number,
): void {
  const { state, rules } = skill;
  // Half of what single attempts differ by is the day’s.
  const part = (state.luckSd / luckBeyond) * Math.SQRT1_2;
  const luck = part * gaussian();
  for (let nth = 0; nth < attempts; nth++) {
    const pass = skill.margin + luck + part * gaussian() > state.line;
    keepLast(skill.passes, pass, rules.last);
    if (nth === 0) keepLast(skill.firsts, pass, rules.firstTryDays);
    skill.attempts++;
    if (pass) skill.asksLeft--;
  }
  skill.days++;
  if (skill.margin < skill.settles) skill.margin += skill.learning * (skill.settles - skill.margin);
  skill.margin += wanderSd * gaussian();
  // A day of attempts tells of the margin as one figure with the day’s luck in it.
  const dayVariance = part ** 2 + part ** 2 / attempts;
  skill.sd = Math.sqrt(1 / (1 / (skill.sd ** 2 + wanderSd ** 2) + 1 / dayVariance));
  skill.off = 0.6 * skill.off + 0.8 * gaussian();
  skill.ready =
    skill.attempts >= rules.attempts &&
    skill.days >= rules.days &&
    skill.asksLeft <= 0 &&
    skill.firsts[skill.firsts.length - 1] &&
    held(skill.passes) >= rules.lastPassed &&
    held(skill.firsts) >= rules.firstTriesPassed &&
    isLikely(skill);
}

/** What is believed of the margin makes the chance that ready asks for. */
function isLikely({ state, rules, margin, off, sd }: Future): boolean {
  const over = margin + off * sd - state.line;
  const share = 1 - state.lapse;
  return (
    share * normalCdf(over / Math.sqrt(sd ** 2 + state.luckSd ** 2)) >= rules.chance &&
    share * normalCdf((over - 1.2816 * sd) / state.luckSd) >= rules.chanceLow
  );
}

function keepLast(list: boolean[], one: boolean, most: number): void {
  list.push(one);
  if (list.length > most) list.shift();
}

function held(list: readonly boolean[]): number {
  let count = 0;
  for (const one of list) if (one) count++;
  return count;
}

/** Only what recordings show and a gate waits for has a forecast. */
export const feedsForecast = ({ maneuver, gates }: SyllabusSkill): boolean =>
  maneuver !== null && gates.length > 0;
