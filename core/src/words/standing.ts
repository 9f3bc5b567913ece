/** Why a skill stands where it stands, when solo is near, and what keeps either from being said. */
import { AS_WRITTEN, type Coded, figureOf as n, type Params } from '../coded.ts';
import type { StandingWord } from '../path/standing/standing.ts';
import { numberText } from '../units/text.ts';
import { dayText } from './day.ts';
import { plural } from './figures.ts';

const percent = (share: number): string => `${numberText(100 * share)} %`;
const days = (count: number): string => plural(count, 'day');

/** How a skill stands; the words of code keep their own names. */
export const STANDING_WORDS: Readonly<Record<StandingWord, string>> = {
  'not flown': 'not started',
  shown: 'introduced',
  guided: 'needs help',
  holding: 'not yet steady',
  ready: 'to standard',
  rusty: 'due for refresher',
};

type Reason = (params: Params) => string;

/** What keeps a skill from ready: codes of `missingForReady`. */
const RULES = {
  'too-few-attempts': (p) =>
    `needs ${plural(n(p, 'needsAttempts'), 'unaided attempt')} on ${days(n(p, 'needsDays'))}, has ${n(p, 'attempts')} on ${n(p, 'days')}`,
  'last-attempts': (p) =>
    `needs ${n(p, 'needsPassed')} of the last ${n(p, 'needsLast')} to standard, has ${n(p, 'passed')} of ${n(p, 'last')}`,
  'first-tries': (p) =>
    `first attempt of the day to standard on ${n(p, 'passed')} of the last ${days(n(p, 'days'))}, needs ${n(p, 'needs')}${p.lastFailed ? ' and the last one' : ''}`,
  'too-few-of': (p) =>
    `${p.says}: needs ${n(p, 'needsTimes')} to standard on ${days(n(p, 'needsDays'))}, has ${n(p, 'times')} on ${n(p, 'days')}`,
  'too-long-ago': (p) =>
    `${p.says}: needs one within ${days(n(p, 'needsWithin'))}, the last was ${days(n(p, 'days'))} before`,
  chance: (p) =>
    `chance of the next attempt ${percent(n(p, 'p'))}, at least ${percent(n(p, 'low'))}; needs ${percent(n(p, 'needsP'))} and ${percent(n(p, 'needsLow'))}`,
  'help-in-bulk': () => 'who flew is known for the whole flight only: set it attempt by attempt',
  'no-grade': () => 'no instructor has graded it',
  grade: (p) => `needs an instructor’s grade of ${n(p, 'needs')}, the last is ${n(p, 'grade')}`,
  'after-critical': (p) =>
    `after the critical event of ${dayText(String(p.day))}: needs ${n(p, 'needsClean')} clean on ${days(n(p, 'needsDays'))} and the instructor’s written word, has ${n(p, 'clean')} on ${n(p, 'days')}`,
  'critical-word': (p) =>
    `after the critical event of ${dayText(String(p.day))}: the instructor’s written word is missing`,
} satisfies Record<string, Reason>;

/** What keeps every attempt from counting, and what a day makes of a record. */
const RECORDS = {
  'help-needed': () => 'help was needed since',
  'nothing-flown': () => 'nothing flown yet',
  'demonstrations-only': () => 'demonstrations only',
  'help-unknown': (p) =>
    p.unknown === p.of
      ? 'nobody has entered who flew and with how much help'
      : `for ${n(p, 'unknown')} of ${n(p, 'of')} attempts in the airplane nobody has entered who flew and with how much help`,
  'instructor-to-say': () => 'an instructor has yet to enter what the recording could not show',
  'no-verdict': () => 'no unaided attempt has a verdict yet',
  'none-unaided': () => 'no unaided attempt in the airplane yet',
  stale: (p) =>
    `was to standard, last flown ${days(n(p, 'days'))} ago, needs a flight every ${days(n(p, 'needsWithin'))}`,
  'ready-again': () => 'to standard again by a clean first attempt',
  ready: () => 'meets every requirement',
  counted: (p) => `${n(p, 'counted')} of ${n(p, 'flown')} attempts count`,
} satisfies Record<string, Reason>;

const FORECASTS = {
  'too-few-days': (p) =>
    `not enough flights yet for an estimate: needs attempts in the airplane on ${days(n(p, 'needs'))}, has ${n(p, 'days')}`,
  'nothing-unaided': () => 'nothing that is still open was flown unaided yet',
  'too-wide': () => 'not enough flights yet for a useful estimate',
} satisfies Record<string, Reason>;

const ALL: Readonly<Record<string, Reason>> = {
  ...RULES,
  ...RECORDS,
  ...FORECASTS,
  [AS_WRITTEN]: ({ text }) => String(text),
};

/** A clause in small letters, for a list or after a colon. */
export const standingReason = ({ code, params = {} }: Coded): string => (ALL[code] ?? (() => code))(params);
