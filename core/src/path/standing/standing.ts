/** Where a skill stands on a day: a word, the chance of the next attempt with its interval, and why. */
import type { Coded } from '../../coded.ts';
import { daysApart } from './days-apart.ts';
import { counted, countsAgainst, type FlownAttempt, flownByStudent, marginOf, passed } from './evidence.ts';
import {
  asOf,
  type Chance,
  chanceOf,
  estimates,
  type ModelFigures,
  PRIOR,
  type SkillState,
} from './model.ts';
import { type AskedOfSkill, type Cleared, missingForReady } from './rules.ts';

export const STANDINGS = ['not flown', 'shown', 'guided', 'holding', 'ready', 'rusty'] as const;
export type StandingWord = (typeof STANDINGS)[number];
type SkillTrend = 'better' | 'steady' | 'worse' | 'too few';

/** All that is known of a skill after its last practice; what a later day makes of it is worked out from this alone. */
export interface SkillRecord {
  /** The word on the day of the last practice. */
  word: Exclude<StandingWord, 'rusty'>;
  /** Null where no chance can be said. */
  state: SkillState | null;
  /** The last day on which an attempt was counted. */
  lastCountedDay: string | null;
  /** Ready again by one clean try after a time away. */
  restored: boolean;
  /** What keeps it from ready. */
  missing: Coded[];
  /** The last days’ margins, and those before. */
  trend: SkillTrend;
  days: number;
  counted: number;
  flown: number;
  /** Margins of the last attempts, oldest first, for the small keel: their mean and spread. */
  recent: number[];
  /** How it came to be; left out by an older core. */
  course?: SkillCourse;
}

/** How long a skill took, from all its days. */
export interface SkillCourse {
  /** The first day on which it was flown by the student, and the first on which it was ready. */
  firstOn: string | null;
  readyOn: string | null;
  /** Days on which it was flown until then; all of them while it is not ready. */
  lessons: number;
  /** Days whose first try counted, and those on which that was within the standard. */
  firstTries: number;
  firstTriesPassed: number;
  /** How often time took it. */
  wentRusty: number;
}

export interface StandingOnDay {
  standing: StandingWord;
  chance: Chance | null;
  trend: SkillTrend;
  days: number;
  counted: number;
  flown: number;
  why: Coded[];
  /** Days until time takes it; negative once it has. Null for what is not ready. */
  rustyInDays: number | null;
}

/** Attempts a side that a trend compares, and the least change of margin that is one. */
const TREND_ATTEMPTS = 4;
const TREND_CHANGE = 0.15;
/** From this chance on a skill that was flown well on its last day holds. */
const HOLDS_FROM = 0.5;

interface SkillEvidence {
  /** In the order flown. */
  evidence: readonly FlownAttempt[];
  asked: AskedOfSkill;
  staleAfterDays: number;
  cleared?: Cleared;
  figures?: ModelFigures;
}

/** Walks through the days of practice: what was ready stays it while it is flown clean, and is lost by what is not. */
export function recordOf({
  evidence,
  asked,
  staleAfterDays,
  cleared = [],
  figures = PRIOR,
}: SkillEvidence): SkillRecord {
  const states = asked.byHand ? new Map<string, SkillState>() : estimates(evidence, figures);
  const alone = evidence.filter(counted);
  const days = [...new Set(alone.map(({ day }) => day))];
  let ready = false;
  let restored = false;
  let missing: Coded[] = [];
  let before: string | undefined;
  let readyOn: string | null = null;
  let wentRusty = 0;
  for (const day of days) {
    const upTo = evidence.filter((one) => one.day <= day);
    const state = states.get(day);
    missing = missingForReady(upTo, state ? chanceOf(state) : null, asked, cleared);
    const rusty: boolean = ready && before !== undefined && daysApart(before, day) > staleAfterDays;
    restored = (rusty || (ready && restored)) && missing.length > 0 && cleanAgain(upTo, day);
    ready = missing.length === 0 || restored;
    if (ready) readyOn ??= day;
    if (rusty) wentRusty++;
    before = day;
  }
  const lastDay = evidence.at(-1)?.day;
  const state = states.get(lastDay ?? '') ?? [...states.values()].at(-1) ?? null;
  // A failure with help after the last counted day takes it away as well.
  if (ready && before !== undefined && evidence.some((one) => one.day > before! && countsAgainst(one))) {
    ready = false;
    missing = missingForReady(evidence, state && chanceOf(state), asked, cleared);
    if (missing.length === 0) missing = [{ code: 'help-needed' }];
  }
  const flown = evidence.filter(flownByStudent);
  const margins = alone.map(marginOf).filter((margin) => margin !== null);
  return {
    word: ready ? 'ready' : wordOf(evidence, state),
    state,
    lastCountedDay: days.at(-1) ?? null,
    restored,
    missing: ready ? [] : alone.length > 0 ? missing : whyNoneCounts(evidence),
    trend: trendOf(margins),
    days: days.length,
    counted: alone.length,
    flown: flown.length,
    recent: margins.slice(-TREND_ATTEMPTS - 1),
    course: { ...courseOf(flown, readyOn), wentRusty },
  };
}

/** @param flown by the student, in the order flown. */
function courseOf(flown: readonly FlownAttempt[], readyOn: string | null): Omit<SkillCourse, 'wentRusty'> {
  const days = [...new Set(flown.map(({ day }) => day))];
  const firsts = days.map((day) => flown.find((one) => one.day === day)!).filter(counted);
  return {
    firstOn: days[0] ?? null,
    readyOn,
    lessons: days.filter((day) => readyOn === null || day <= readyOn).length,
    firstTries: firsts.length,
    firstTriesPassed: firsts.filter(passed).length,
  };
}

/** One clean first try with a good grade, and nothing after it that was not. */
function cleanAgain(evidence: readonly FlownAttempt[], day: string): boolean {
  const today = evidence.filter((one) => one.day === day);
  const tries = today.filter(counted);
  return (
    tries.every(passed) &&
    !today.some((one) => countsAgainst(one) || one.critical) &&
    (tries[0].grade ?? 0) >= 3
  );
}

function wordOf(evidence: readonly FlownAttempt[], state: SkillState | null): SkillRecord['word'] {
  if (evidence.length === 0) return 'not flown';
  if (!evidence.some(flownByStudent)) return 'shown';
  const alone = evidence.filter(counted);
  const lastDay = alone.at(-1)?.day;
  const onLast = alone.filter(({ day }) => day === lastDay);
  const well = onLast.length > 0 && 2 * onLast.filter(passed).length > onLast.length;
  const since = evidence.some((one) => countsAgainst(one) && one.day >= (lastDay ?? ''));
  return well && !since && (state === null || chanceOf(state).p >= HOLDS_FROM) ? 'holding' : 'guided';
}

/** What keeps every attempt from counting. */
function whyNoneCounts(evidence: readonly FlownAttempt[]): Coded[] {
  if (evidence.length === 0) return [{ code: 'nothing-flown' }];
  const flown = evidence.filter(flownByStudent);
  if (flown.length === 0) return [{ code: 'demonstrations-only' }];
  const inAirplane = flown.filter(({ flownIn }) => flownIn === 'airplane');
  const unknown = inAirplane.filter(({ help }) => help === 'unknown').length;
  if (unknown > 0) return [{ code: 'help-unknown', params: { unknown, of: inAirplane.length } }];
  if (inAirplane.some(({ restsOnUnseen, help }) => restsOnUnseen && help === 'unaided'))
    return [{ code: 'instructor-to-say' }];
  if (inAirplane.some(({ help, verdict }) => help === 'unaided' && verdict === 'not-scored'))
    return [{ code: 'no-verdict' }];
  return [{ code: 'none-unaided' }];
}

function trendOf(margins: readonly number[]): SkillTrend {
  const before = margins.slice(-2 * TREND_ATTEMPTS, -TREND_ATTEMPTS);
  if (before.length < 2) return 'too few';
  const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;
  const change = mean(margins.slice(-TREND_ATTEMPTS)) - mean(before);
  return Math.abs(change) < TREND_CHANGE ? 'steady' : change > 0 ? 'better' : 'worse';
}

/** The word on a day, and how long it holds; what time takes is worked out here alone. */
function wordOn(
  word: SkillRecord['word'],
  lastCountedDay: string | null,
  day: string,
  staleAfterDays: number,
): { standing: StandingWord; rustyInDays: number | null } {
  if (word !== 'ready' || lastCountedDay === null) return { standing: word, rustyInDays: null };
  const rustyInDays = staleAfterDays - daysApart(lastCountedDay, day);
  return { standing: rustyInDays < 0 ? 'rusty' : 'ready', rustyInDays };
}

/** What a record says on a day. @param day ISO 8601, in the school’s zone. */
export function standingOn(
  record: SkillRecord,
  day: string,
  staleAfterDays: number,
  figures: ModelFigures = PRIOR,
): StandingOnDay {
  const { word, state, lastCountedDay, missing, trend, days, counted: n, flown } = record;
  const now = wordOn(word, lastCountedDay, day, staleAfterDays);
  const away = lastCountedDay === null ? 0 : daysApart(lastCountedDay, day);
  const why: Coded[] = [
    ...(now.standing === 'rusty'
      ? [{ code: 'stale', params: { days: away, needsWithin: staleAfterDays } }]
      : []),
    ...(now.standing === 'ready' ? [{ code: record.restored ? 'ready-again' : 'ready' }] : []),
    ...missing,
    { code: 'counted', params: { counted: n, flown } },
  ];
  return {
    ...now,
    chance: state && chanceOf(asOf(state, day, figures), figures),
    trend,
    days,
    counted: n,
    flown,
    why,
  };
}

/**
 * The little of a record that a list of everybody needs: its word as a place in STANDINGS, the last counted day, the last margins'
 * mean and spread, and the state (margin, sd, luck, line, lapse, last day), where there are any.
 */
export type SkillSummary = [
  word: number,
  lastCountedDay: string | null,
  recent: [mean: number, spread: number] | null,
  state: [margin: number, sd: number, luckSd: number, line: number, lapse: number, lastDay: string] | null,
];

const short = (value: number): number => Math.round(1000 * value) / 1000;

export function summaryOf(record: SkillRecord): SkillSummary {
  const { word, lastCountedDay, state } = record;
  const recent = recentOf(record);
  return [
    STANDINGS.indexOf(word),
    lastCountedDay,
    recent && [short(recent.mean), short(recent.spread)],
    state && [
      short(state.margin),
      short(state.sd),
      short(state.luckSd),
      short(state.line),
      short(state.lapse),
      state.lastDay,
    ],
  ];
}

/** The mean of the last margins and how much they spread; null where nothing was measured. */
export function recentOf({ recent }: SkillRecord): { mean: number; spread: number } | null {
  if (recent.length === 0) return null;
  const mean = recent.reduce((sum, one) => sum + one, 0) / recent.length;
  const spread = Math.sqrt(recent.reduce((sum, one) => sum + (one - mean) ** 2, 0) / recent.length);
  return { mean, spread };
}

/** The word alone of a summary on a day. */
export const summaryWordOn = ([word, lastCountedDay]: SkillSummary, day: string, staleAfterDays: number) =>
  wordOn(STANDINGS[word] as SkillRecord['word'], lastCountedDay, day, staleAfterDays);

/** What a summary says on a day; the same as its record says. */
export function summaryOn(
  [word, lastCountedDay, , state]: SkillSummary,
  day: string,
  staleAfterDays: number,
  figures: ModelFigures = PRIOR,
): { standing: StandingWord; rustyInDays: number | null; chance: Chance | null } {
  const now = wordOn(STANDINGS[word] as SkillRecord['word'], lastCountedDay, day, staleAfterDays);
  if (!state) return { ...now, chance: null };
  const [margin, sd, luckSd, line, lapse, lastDay] = state;
  const known = { margin, sd, luckSd, line, lapse, lastDay, learning: 0 };
  return { ...now, chance: chanceOf(asOf(known, day, figures), figures) };
}
