/** Where a skill stands on a day: a word, the chance of the next attempt with its interval, and why. */
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
export type SkillTrend = 'better' | 'steady' | 'worse' | 'too few';

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
  missing: string[];
  /** The last days’ margins, and those before. */
  trend: SkillTrend;
  days: number;
  counted: number;
  flown: number;
  /** Margins of the last attempts, oldest first, for the small keel: their mean and spread. */
  recent: number[];
}

export interface StandingOnDay {
  standing: StandingWord;
  chance: Chance | null;
  trend: SkillTrend;
  days: number;
  counted: number;
  flown: number;
  why: string[];
  /** Days until time takes it; negative once it has. Null for what is not ready. */
  rustyInDays: number | null;
}

/** Attempts a side that a trend compares, and the least change of margin that is one. */
const TREND_ATTEMPTS = 4;
const TREND_CHANGE = 0.15;
/** From this chance on a skill that was flown well on its last day holds. */
const HOLDS_FROM = 0.5;
const DAY_MS = 86_400_000;

export interface SkillEvidence {
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
  let missing: string[] = [];
  let before: string | undefined;
  for (const day of days) {
    const upTo = evidence.filter((one) => one.day <= day);
    const state = states.get(day);
    missing = missingForReady(upTo, state ? chanceOf(state) : null, asked, cleared);
    const rusty: boolean = ready && before !== undefined && daysApart(before, day) > staleAfterDays;
    restored = (rusty || (ready && restored)) && missing.length > 0 && cleanAgain(upTo, day);
    ready = missing.length === 0 || restored;
    before = day;
  }
  const lastDay = evidence.at(-1)?.day;
  const state = states.get(lastDay ?? '') ?? [...states.values()].at(-1) ?? null;
  // A failure with help after the last counted day takes it away as well.
  if (ready && before !== undefined && evidence.some((one) => one.day > before! && countsAgainst(one))) {
    ready = false;
    missing = missingForReady(evidence, state && chanceOf(state), asked, cleared);
    if (missing.length === 0) missing = ['help was needed since'];
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
  };
}

const daysApart = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / DAY_MS;

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
function whyNoneCounts(evidence: readonly FlownAttempt[]): string[] {
  if (evidence.length === 0) return ['nothing flown yet'];
  const flown = evidence.filter(flownByStudent);
  if (flown.length === 0) return ['demonstrations only'];
  const inAirplane = flown.filter(({ flownIn }) => flownIn === 'airplane');
  if (inAirplane.some(({ help }) => help === 'unknown'))
    return ['nobody has said yet who flew, and with how much help'];
  if (inAirplane.some(({ restsOnUnseen, help }) => restsOnUnseen && help === 'unaided'))
    return ['an instructor has yet to say what the recording could not show'];
  if (inAirplane.some(({ help, verdict }) => help === 'unaided' && verdict === 'not-scored'))
    return ['no unaided attempt has a verdict yet'];
  return ['no unaided attempt in the airplane yet'];
}

function trendOf(margins: readonly number[]): SkillTrend {
  const before = margins.slice(-2 * TREND_ATTEMPTS, -TREND_ATTEMPTS);
  if (before.length < 2) return 'too few';
  const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;
  const change = mean(margins.slice(-TREND_ATTEMPTS)) - mean(before);
  return Math.abs(change) < TREND_CHANGE ? 'steady' : change > 0 ? 'better' : 'worse';
}

/** What a record says on a day. @param day ISO 8601, in the school’s zone. */
export function standingOn(
  record: SkillRecord,
  day: string,
  staleAfterDays: number,
  figures: ModelFigures = PRIOR,
): StandingOnDay {
  const { word, state, lastCountedDay, missing, trend, days, counted: n, flown } = record;
  const away = lastCountedDay === null ? null : daysApart(lastCountedDay, day);
  const rustyInDays = word === 'ready' && away !== null ? staleAfterDays - away : null;
  const rusty = rustyInDays !== null && rustyInDays < 0;
  const why = [
    ...(rusty ? [`was ready; last flown ${away} days ago, and ${staleAfterDays} are the most`] : []),
    ...(word === 'ready' && !rusty
      ? [record.restored ? 'ready again by a clean first try' : 'all that is asked is there']
      : []),
    ...missing,
    `counted ${n} of ${flown} flown`,
  ];
  return {
    standing: rusty ? 'rusty' : word,
    chance: state && chanceOf(asOf(state, day, figures)),
    trend,
    days,
    counted: n,
    flown,
    why,
    rustyInDays,
  };
}
