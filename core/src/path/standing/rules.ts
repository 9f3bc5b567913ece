/** Whether a skill is ready on a day of practice, and what keeps it from it: rules that an instructor can read out. */
import type { Coded, Params } from '../../coded.ts';
import type { Ask, ReadyRules } from '../syllabus/schema.ts';
import { daysApart } from './days-apart.ts';
import { counted, countsAgainst, type FlownAttempt, flownByStudent, passed } from './evidence.ts';
import type { Chance } from './model.ts';

export interface AskedOfSkill {
  rules: ReadyRules;
  asks: readonly Ask[];
  /** Graded by hand: there is no chance to ask for, and no help said attempt by attempt. */
  byHand: boolean;
}

/** An instructor’s written word that a critical event is behind the student: when it was given, ISO 8601. */
export type Cleared = readonly string[];

const daysOf = (evidence: readonly FlownAttempt[]): string[] => [...new Set(evidence.map(({ day }) => day))];

/**
 * @param evidence in the order flown, up to the day.
 * @returns what is still missing; none when ready.
 */
export function missingForReady(
  evidence: readonly FlownAttempt[],
  chance: Chance | null,
  { rules, asks, byHand }: AskedOfSkill,
  cleared: Cleared,
): Coded[] {
  const alone = evidence.filter(counted);
  const judged = evidence.filter((one) => counted(one) || countsAgainst(one));
  const days = daysOf(alone);
  const today = days[days.length - 1] ?? '';
  const missing: Coded[] = [];
  const ask = (met: boolean, code: string, params?: Params): void => {
    if (!met) missing.push({ code, ...(params && { params }) });
  };

  ask(alone.length >= rules.attempts && days.length >= rules.days, 'too-few-attempts', {
    attempts: alone.length,
    days: days.length,
    needsAttempts: rules.attempts,
    needsDays: rules.days,
  });
  const last = judged.slice(-rules.last);
  const good = last.filter((one) => counted(one) && passed(one)).length;
  ask(good >= rules.lastPassed, 'last-attempts', {
    passed: good,
    last: last.length,
    needsPassed: rules.lastPassed,
    needsLast: rules.last,
  });
  const tries = days.slice(-rules.firstTryDays).map((day) => alone.find((one) => one.day === day)!);
  const firstGood = tries.filter(passed).length;
  const lastTry = tries[tries.length - 1];
  ask(firstGood >= rules.firstTriesPassed && lastTry !== undefined && passed(lastTry), 'first-tries', {
    passed: firstGood,
    days: tries.length,
    needs: rules.firstTriesPassed,
    lastFailed: lastTry !== undefined && !passed(lastTry),
  });
  for (const one of asks) {
    const wrong = lacksOf(alone, one, today);
    if (wrong) missing.push(wrong);
  }
  if (!byHand) {
    const [p, low] = [chance?.p ?? 0, chance?.low ?? 0];
    ask(p >= rules.chance && low >= rules.chanceLow, 'chance', {
      p,
      low,
      needsP: rules.chance,
      needsLow: rules.chanceLow,
    });
    ask(!last.some((one) => counted(one) && one.helpInBulk), 'help-in-bulk');
  }
  const grade = lastGrade(evidence);
  ask(grade !== null, 'no-grade');
  ask(grade === null || grade >= rules.gradeAtLeast, 'grade', {
    grade: grade ?? 0,
    needs: rules.gradeAtLeast,
  });
  const event = afterCritical(evidence, rules, cleared);
  if (event) missing.push(event);
  return missing;
}

const lastGrade = (evidence: readonly FlownAttempt[]): number | null =>
  evidence.filter((one) => flownByStudent(one) && one.grade).at(-1)?.grade ?? null;

/** What a direction, a configuration or a depth still lacks; an attempt that does not say which counts for either. */
function lacksOf(alone: readonly FlownAttempt[], ask: Ask, today: string): Coded | undefined {
  const fits = alone.filter(
    (one) =>
      passed(one) &&
      (!ask.variants || !one.variant || ask.variants.includes(one.variant)) &&
      (!ask.depth || !one.depth || ask.depth === one.depth) &&
      (!ask.configurations || !one.configuration || ask.configurations.includes(one.configuration)),
  );
  const days = daysOf(fits);
  if (fits.length < ask.times || days.length < ask.days)
    return {
      code: 'too-few-of',
      params: {
        says: ask.says,
        times: fits.length,
        days: days.length,
        needsTimes: ask.times,
        needsDays: ask.days,
      },
    };
  const ago = daysApart(days[days.length - 1], today);
  return ago > ask.withinDays
    ? { code: 'too-long-ago', params: { says: ask.says, days: ago, needsWithin: ask.withinDays } }
    : undefined;
}

/** What is still owed after the last critical event, or undefined. */
function afterCritical(
  evidence: readonly FlownAttempt[],
  rules: ReadyRules,
  cleared: Cleared,
): Coded | undefined {
  const event = evidence
    .filter((one) => one.critical && flownByStudent(one) && one.flownIn === 'airplane')
    .at(-1);
  if (!event) return undefined;
  const clean = evidence.filter((one) => one.day > event.day && counted(one) && passed(one));
  const days = daysOf(clean);
  if (clean.length < rules.cleanAfterCritical || days.length < rules.cleanDaysAfterCritical)
    return {
      code: 'after-critical',
      params: {
        day: event.day,
        clean: clean.length,
        days: days.length,
        needsClean: rules.cleanAfterCritical,
        needsDays: rules.cleanDaysAfterCritical,
      },
    };
  return cleared.some((at) => at > event.at)
    ? undefined
    : { code: 'critical-word', params: { day: event.day } };
}
