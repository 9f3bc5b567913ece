/** A day as a table of another make writes it: three numbers with a sign between them, or run together. */
import type { Mapping } from './mapping.ts';

export type DateKind = NonNullable<Mapping['date']>['kind'];

/** Where year, month and day stand. */
const ORDER = { ymd: [0, 1, 2], dmy: [2, 1, 0], mdy: [2, 0, 1] } as const;
const APART = /^(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})$/;
const TOGETHER = {
  ymd: /^(\d{2}|\d{4})(\d{2})(\d{2})$/,
  dmy: /^(\d{2})(\d{2})(\d{2}|\d{4})$/,
  mdy: /^(\d{2})(\d{2})(\d{2}|\d{4})$/,
} as const;

/** Whether a cell is written as a day is, with a sign between its numbers; whether it is one, its order tells. */
export const looksLikeDay = (cell: string): boolean => APART.test(cell);

/**
 * @param cell a year of two digits is one of this century
 * @returns the day's beginning in UTC, ms since 1970; undefined for what is no day of the calendar
 */
export function dayOf(cell: string, kind: DateKind): number | undefined {
  const parts = (APART.exec(cell) ?? TOGETHER[kind].exec(cell))?.slice(1).map(Number);
  if (!parts) return undefined;
  const [year, month, day] = ORDER[kind].map((place) => parts[place]);
  const ms = Date.UTC(year < 100 ? 2000 + year : year, month - 1, day);
  // A thirteenth month would go on into the next year without a word.
  const read = new Date(ms);
  return read.getUTCMonth() === month - 1 && read.getUTCDate() === day ? ms : undefined;
}
