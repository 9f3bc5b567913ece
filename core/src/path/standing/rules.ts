/** Whether a skill is ready on a day of practice, and what keeps it from it: rules that an instructor can read out. */
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
const plural = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;
const percent = (share: number): string => `${Math.round(100 * share)} %`;

/**
 * @param evidence in the order flown, up to the day.
 * @returns what is still missing, one sentence each; none when ready.
 */
export function missingForReady(
  evidence: readonly FlownAttempt[],
  chance: Chance | null,
  { rules, asks, byHand }: AskedOfSkill,
  cleared: Cleared,
): string[] {
  const alone = evidence.filter(counted);
  const judged = evidence.filter((one) => counted(one) || countsAgainst(one));
  const days = daysOf(alone);
  const today = days[days.length - 1] ?? '';
  const missing: string[] = [];
  const ask = (held: boolean, otherwise: string): void => {
    if (!held) missing.push(otherwise);
  };

  ask(
    alone.length >= rules.attempts && days.length >= rules.days,
    `${plural(alone.length, 'counted attempt')} on ${plural(days.length, 'day')}; asked are ${rules.attempts} on ${rules.days}`,
  );
  const last = judged.slice(-rules.last);
  const good = last.filter((one) => counted(one) && passed(one)).length;
  ask(
    good >= rules.lastPassed,
    `${good} of the last ${last.length} to standard; asked are ${rules.lastPassed} of ${rules.last}`,
  );
  const tries = days.slice(-rules.firstTryDays).map((day) => alone.find((one) => one.day === day)!);
  const firstGood = tries.filter(passed).length;
  const lastTry = tries[tries.length - 1];
  ask(
    firstGood >= rules.firstTriesPassed && lastTry !== undefined && passed(lastTry),
    `the first try of the day was to standard on ${firstGood} of the last ${plural(tries.length, 'day')}${lastTry && !passed(lastTry) ? ', and not on the last' : ''}`,
  );
  for (const one of asks) {
    const wrong = lacksOf(alone, one, today);
    if (wrong) missing.push(wrong);
  }
  if (!byHand) {
    const [p, low] = [chance?.p ?? 0, chance?.low ?? 0];
    ask(
      p >= rules.chance && low >= rules.chanceLow,
      `chance ${percent(p)}, low end ${percent(low)}; asked ${percent(rules.chance)} and ${percent(rules.chanceLow)}`,
    );
    ask(
      !last.some((one) => counted(one) && one.helpInBulk),
      'who flew was said of a whole flight at once: say it attempt by attempt',
    );
  }
  const grade = lastGrade(evidence);
  ask(grade !== null, 'no instructor has graded it');
  ask(
    grade === null || grade >= rules.gradeAtLeast,
    `the instructor’s last grade is ${grade}; asked is ${rules.gradeAtLeast}`,
  );
  const event = afterCritical(evidence, rules, cleared);
  if (event) missing.push(event);
  return missing;
}

const lastGrade = (evidence: readonly FlownAttempt[]): number | null =>
  evidence.filter((one) => flownByStudent(one) && one.grade).at(-1)?.grade ?? null;

/** What a direction, a configuration or a depth still lacks; an attempt that does not say which counts for either. */
function lacksOf(alone: readonly FlownAttempt[], ask: Ask, today: string): string | undefined {
  const fits = alone.filter(
    (one) =>
      passed(one) &&
      (!ask.variants || !one.variant || ask.variants.includes(one.variant)) &&
      (!ask.depth || !one.depth || ask.depth === one.depth),
  );
  const days = daysOf(fits);
  if (fits.length < ask.times || days.length < ask.days)
    return `${ask.says}: ${fits.length} to standard on ${plural(days.length, 'day')}; asked are ${ask.times} on ${ask.days}`;
  const ago = daysApart(days[days.length - 1], today);
  return ago > ask.withinDays
    ? `${ask.says}: last ${plural(ago, 'day')} before; asked is within ${ask.withinDays}`
    : undefined;
}

/** What is still owed after the last critical event, or undefined. */
function afterCritical(
  evidence: readonly FlownAttempt[],
  rules: ReadyRules,
  cleared: Cleared,
): string | undefined {
  const event = evidence
    .filter((one) => one.critical && flownByStudent(one) && one.flownIn === 'airplane')
    .at(-1);
  if (!event) return undefined;
  const clean = evidence.filter((one) => one.day > event.day && counted(one) && passed(one));
  const days = daysOf(clean);
  if (clean.length < rules.cleanAfterCritical || days.length < rules.cleanDaysAfterCritical)
    return `after the critical event of ${event.day}: ${clean.length} clean on ${plural(days.length, 'later day')}; asked are ${rules.cleanAfterCritical} on ${rules.cleanDaysAfterCritical}, and the instructor’s written word`;
  return cleared.some((at) => at > event.at)
    ? undefined
    : `after the critical event of ${event.day}: the instructor’s written word is still missing`;
}
