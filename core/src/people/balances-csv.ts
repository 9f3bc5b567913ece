/** Opening balances of many students in one table: hours and landings brought along, and a column for each skill that is on record. */
import type { Coded, Params } from '../coded.ts';
import { InputError } from '../errors.ts';
import { meantBy, namedTable, requireLines } from '../named-table.ts';

/** Minutes by kind of time, as a logbook sums them. */
export const BALANCE_TIMES = ['blockMin', 'dualMin', 'soloMin', 'nightMin', 'instrumentMin'] as const;
type BalanceTime = (typeof BALANCE_TIMES)[number];

export interface Balance {
  /** The day that it holds for, `YYYY-MM-DD`, and the record or the person who says so. */
  asOf: string;
  says: string;
  minutes: Record<BalanceTime, number>;
  landingsDay: number;
  landingsNight: number;
  /** Grades 1 to 4 by skill. */
  grades: Record<string, number>;
}
export interface ListedBalance extends Balance {
  /** Of the file, the row of names being 1. */
  line: number;
  studentId: string;
  name: string;
}
interface ReadBalances {
  balances: ListedBalance[];
  problems: ({ line: number } & Coded)[];
  /** Names of columns that say nothing known. */
  unknown: string[];
}

/** Names that a column goes by, lower case. */
const NAMES = {
  student: ['student', 'name', 'email', 'e-mail'],
  asOf: ['as of', 'date', 'day'],
  says: ['according to', 'source', 'record'],
  blockMin: ['block', 'total', 'hours', 'total time'],
  dualMin: ['dual', 'dual received'],
  soloMin: ['solo'],
  nightMin: ['night'],
  instrumentMin: ['instrument'],
  landingsDay: ['landings by day', 'day landings', 'landings'],
  landingsNight: ['landings by night', 'night landings'],
} as const satisfies Record<string, readonly string[]>;

/** Minutes of `142:30`, of `42.5` hours, or of whole hours; 0 for nothing; null for what is none of them. */
export function minutesOf(text: string): number | null {
  const typed = text.trim();
  if (typed === '') return 0;
  if (/^\d{1,5}([.,]\d{1,2})?$/.test(typed)) return Math.round(60 * Number(typed.replace(',', '.')));
  const clock = /^(\d{1,5}):([0-5]\d)$/.exec(typed);
  return clock ? 60 * Number(clock[1]) + Number(clock[2]) : null;
}

const countOf = (text: string): number | null =>
  text === '' ? 0 : /^\d{1,5}$/.test(text) ? Number(text) : null;

interface Known {
  students: readonly { id: string; name: string; email?: string | null }[];
  skills: readonly { skill: string; title: string }[];
  /** What the four grades are called here, the first first. */
  gradeNames: readonly string[];
  /** The last day that a record can be of, `YYYY-MM-DD`. */
  today: string;
}

/** @throws InputError for what is no such table at all */
export function readBalancesCsv(text: string, { students, skills, gradeNames, today }: Known): ReadBalances {
  const { rows, columns, columnOf } = namedTable(text, NAMES);
  const named = new Set<string>(Object.values(NAMES).flat());
  const skillOf = (column: string) =>
    named.has(column)
      ? undefined
      : skills.find(({ skill, title }) => column === skill || column === title.toLowerCase())?.skill;
  if (!columnOf('student')) throw new InputError('balances/no-names', {});
  requireLines(rows);
  const taken = new Set<string>();
  const balances: ListedBalance[] = [];
  const problems: ReadBalances['problems'] = [];
  rows.forEach((row, i) => {
    const line = i + 2;
    const cell = (column: string | undefined) => (column === undefined ? '' : (row[column] ?? '').trim());
    const refused: ({ line: number } & Coded)[] = [];
    const refuse = (code: string, params?: Params) => refused.push({ line, code, params });
    const number = (what: keyof typeof NAMES, read: (text: string) => number | null): number => {
      const value = read(cell(columnOf(what)));
      if (value === null) refuse('balance/number', { cell: cell(columnOf(what)), column: columnOf(what)! });
      return value ?? 0;
    };
    const who = cell(columnOf('student'));
    const found = meantBy(students, who);
    if (found.length !== 1) refuse('balance/nobody', { cell: who });
    else if (taken.has(found[0].id)) refuse('balance/twice', { name: found[0].name });
    const asOf = columnOf('asOf') ? cell(columnOf('asOf')) : today;
    if (!/^\d{4}-\d{2}-\d{2}$/.test(asOf) || Number.isNaN(Date.parse(asOf)) || asOf > today)
      refuse('balance/day', { cell: asOf });
    const grades: Record<string, number> = {};
    for (const column of columns) {
      const skill = skillOf(column);
      if (!skill || cell(column) === '') continue;
      const grade = gradeOf(cell(column), gradeNames);
      if (grade === null) refuse('balance/grade', { cell: cell(column), column });
      else grades[skill] = grade;
    }
    const minutes = Object.fromEntries(
      BALANCE_TIMES.map((what) => [what, number(what, minutesOf)]),
    ) as Balance['minutes'];
    const read = {
      line,
      asOf,
      says: cell(columnOf('says')) || 'the table brought in',
      minutes,
      landingsDay: number('landingsDay', countOf),
      landingsNight: number('landingsNight', countOf),
      grades,
    };
    if (refused.length > 0) problems.push(refused[0]);
    else {
      taken.add(found[0].id);
      balances.push({ ...read, studentId: found[0].id, name: found[0].name });
    }
  });
  const unknown = columns.filter((column) => column && !named.has(column) && !skillOf(column));
  return { balances, problems, unknown };
}

/** By its number, or as it is called. */
function gradeOf(text: string, names: readonly string[]): number | null {
  if (/^[1-4]$/.test(text)) return Number(text);
  const at = names.findIndex((name) => name.toLowerCase() === text.toLowerCase());
  return at < 0 ? null : at + 1;
}
