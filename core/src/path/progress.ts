/** One skill over time: each attempt's tolerance used, what stands of it, and which way it is going. */
import { z } from 'zod';
import { helpSchema } from '../debrief/statements.ts';
import { attemptVerdictSchema } from '../scoring/schema.ts';
import { dayIn } from '../units/days.ts';
import { mean, roundTo } from '../units/numbers.ts';
import { type EnteredAttempt, gradesByHand } from './entered.ts';

export const pathAttemptSchema = z.object({
  recordingId: z.string(),
  attempt: z.number().int(),
  lessonId: z.string().nullable(),
  lessonTitle: z.string().nullable(),
  flownAt: z.string(),
  maneuver: z.string(),
  variant: z.string(),
  standard: z.string(),
  flownIn: z.enum(['airplane', 'trainer']),
  help: z.union([helpSchema, z.literal('unknown')]),
  /** Said of the whole flight at once: enough to hold a skill, not to be ready. */
  helpInBulk: z.boolean().default(false),
  /** The verdict rests without something that nobody saw and no instructor has yet said. */
  restsOnUnseen: z.boolean().default(false),
  flownBy: z.enum(['student', 'instructor']),
  /** The verdict that stands, after any override. */
  verdict: attemptVerdictSchema,
  overridden: z.boolean(),
  strict: attemptVerdictSchema,
  examiner: attemptVerdictSchema,
  grade: z.number().nullable(),
  selfGrade: z.number().nullable(),
  /** Tolerance used by each required parameter. */
  toleranceUsed: z.record(z.string(), z.number()),
  /** The worst of them, signed: above or below the centre of its band. */
  worst: z.object({ parameter: z.string(), used: z.number() }).nullable(),
  wentFirst: z.string().nullable(),
  findings: z.array(z.object({ id: z.string(), what: z.string(), severity: z.string() })),
});
export type PathAttempt = z.infer<typeof pathAttemptSchema>;

export const standingSchema = z.enum(['not flown', 'shown', 'guided', 'holding', 'ready']);
export type Standing = z.infer<typeof standingSchema>;

export const trendSchema = z.object({
  parameter: z.string(),
  /** Mean tolerance used over the latest attempts, and over those before them. */
  latest: z.number(),
  before: z.number().nullable(),
  direction: z.enum(['better', 'steady', 'worse', 'too few']),
});
export type Trend = z.infer<typeof trendSchema>;

export const skillSchema = z.object({
  maneuver: z.string(),
  standing: standingSchema,
  why: z.string(),
  trends: z.array(trendSchema),
  attempts: z.array(pathAttemptSchema),
});
export type Skill = z.infer<typeof skillSchema>;

/** Attempts a side that a trend compares. */
const TREND_ATTEMPTS = 4;
/** A smaller change of tolerance used is no trend. */
const TREND_CHANGE = 0.15;

/** Only unaided attempts by the student in the airplane count toward readiness. */
export const counts = (attempt: PathAttempt): boolean =>
  attempt.flownIn === 'airplane' &&
  attempt.flownBy === 'student' &&
  attempt.help === 'unaided' &&
  !attempt.restsOnUnseen;

/** `attempts` and `byHand` in the order flown; `zone` is the school's, whose days count. */
export function skillOf(
  maneuver: string,
  attempts: PathAttempt[],
  zone: string,
  byHand: readonly EnteredAttempt[] = [],
): Skill {
  const grades = gradesByHand(byHand, maneuver).map(({ grade }) => grade);
  const standing =
    attempts.length === 0 && grades.length > 0 ? gradedOnly(grades) : standingOf(attempts, zone);
  return { maneuver, ...standing, trends: trendsOf(attempts), attempts };
}

/** A grade without a recording is an instructor's word: it tells that the skill is being flown, and measures nothing. */
const gradedOnly = (grades: readonly number[]): { standing: Standing; why: string } => ({
  standing: 'guided',
  why: `${grades.length} graded by hand, the last ${grades[grades.length - 1]}; none recorded`,
});

/** Ready: the last two days with counting attempts were satisfactory throughout. */
function standingOf(attempts: readonly PathAttempt[], zone: string): { standing: Standing; why: string } {
  if (attempts.length === 0) return { standing: 'not flown', why: 'nothing recorded yet' };
  const flown = attempts.filter((attempt) => attempt.flownBy === 'student');
  if (flown.length === 0) return { standing: 'shown', why: 'demonstrations only' };
  const counting = flown.filter((attempt) => counts(attempt) && attempt.verdict !== 'not-scored');
  if (counting.length === 0) return { standing: 'guided', why: whyNoneCounts(flown) };
  const days = new Map<string, boolean>();
  for (const attempt of counting) {
    const day = dayIn(attempt.flownAt, zone);
    days.set(day, (days.get(day) ?? true) && attempt.verdict === 'satisfactory');
  }
  const good = [...days.values()];
  const lastTwo = good.slice(-2);
  const latestDays = [...days.keys()].slice(-2);
  const inBulk = counting.some((a) => a.helpInBulk && latestDays.includes(dayIn(a.flownAt, zone)));
  if (lastTwo.length === 2 && lastTwo.every(Boolean)) {
    if (inBulk)
      return {
        standing: 'holding',
        why: 'who flew was said of a whole flight at once: say it attempt by attempt',
      };
    return { standing: 'ready', why: 'satisfactory throughout on the last two days' };
  }
  if (good[good.length - 1]) return { standing: 'holding', why: 'one good day; one more makes it ready' };
  const last = counting[counting.length - 1];
  const worst = last.worst
    ? `, ${last.worst.parameter} used ${Math.round(Math.abs(last.worst.used) * 100)} %`
    : '';
  return { standing: 'guided', why: `not yet to standard on the last day${worst}` };
}

/** What keeps every attempt from counting. */
function whyNoneCounts(flown: readonly PathAttempt[]): string {
  const inAirplane = flown.filter(({ flownIn }) => flownIn === 'airplane');
  if (inAirplane.some(({ help }) => help === 'unknown'))
    return 'nobody has said yet who flew, and with how much help';
  if (inAirplane.some(({ restsOnUnseen, help }) => restsOnUnseen && help === 'unaided'))
    return 'an instructor has yet to say what the recording could not show';
  return 'no unaided attempt in the airplane yet';
}

/** Flown by the student, with or without help: a demonstration says nothing about the student's trend. */
function trendsOf(attempts: readonly PathAttempt[]): Trend[] {
  const flown = attempts.filter((attempt) => attempt.flownBy === 'student' && attempt.help !== 'taken-over');
  const parameters = [...new Set(flown.flatMap((attempt) => Object.keys(attempt.toleranceUsed)))];
  return parameters.map((parameter): Trend => {
    const used = flown
      .map((attempt) => attempt.toleranceUsed[parameter])
      .filter((value) => value !== undefined);
    const latest = mean(used.slice(-TREND_ATTEMPTS));
    const earlier = used.slice(-2 * TREND_ATTEMPTS, -TREND_ATTEMPTS);
    if (earlier.length < 2) {
      return { parameter, latest: roundTo(latest, 2), before: null, direction: 'too few' };
    }
    const before = mean(earlier);
    const change = latest - before;
    const direction = Math.abs(change) < TREND_CHANGE ? 'steady' : change < 0 ? 'better' : 'worse';
    return { parameter, latest: roundTo(latest, 2), before: roundTo(before, 2), direction };
  });
}

export const recurringSchema = z.object({
  id: z.string(),
  severity: z.string(),
  /** In how many of the latest attempts, and of how many. */
  count: z.number(),
  of: z.number(),
  what: z.string(),
});
export type RecurringFinding = z.infer<typeof recurringSchema>;

/**
 * The findings that recur, for the next brief: of each maneuver over its own latest attempts flown by the student, so that a
 * week of other things does not hide them; most frequent first.
 */
export function recurringFindings(attempts: readonly PathAttempt[], lastAttempts = 6): RecurringFinding[] {
  const flown = attempts.filter((attempt) => attempt.flownBy === 'student');
  return [...new Set(flown.map(({ maneuver }) => maneuver))]
    .flatMap((maneuver) =>
      countFindings(flown.filter((attempt) => attempt.maneuver === maneuver).slice(-lastAttempts)),
    )
    .sort((a, b) => b.count - a.count);
}

/** In how many of these attempts each finding was drawn. */
function countFindings(recent: readonly PathAttempt[]): RecurringFinding[] {
  const seen = new Map<string, RecurringFinding>();
  for (const { findings } of recent) {
    for (const finding of findings)
      seen.set(finding.id, {
        ...finding,
        count: (seen.get(finding.id)?.count ?? 0) + 1,
        of: recent.length,
      });
  }
  return [...seen.values()];
}
