/** When a recording began, as far as its file tells. */
import type { Recording } from '../columns/recording.ts';

/** The instant, or only the day (`YYYY-MM-DD`, of whatever zone the airplane was in). */
export type Beginning = { atMs: number } | { day: string };

const DAY_ONLY = /^\d{4}-\d{2}-\d{2}$/;

/** From a header's date. */
export function beginningOfDate(date: string | undefined): Beginning | undefined {
  if (date === undefined) return undefined;
  if (DAY_ONLY.test(date)) return { day: date };
  const atMs = Date.parse(date);
  return Number.isNaN(atMs) ? undefined : { atMs };
}

/** From the clock of its rows, else from the header. */
export const beginningOf = ({ epochMs, timeS, header }: Recording): Beginning | undefined =>
  epochMs === undefined ? beginningOfDate(header.date) : { atMs: epochMs + timeS[0] * 1000 };
