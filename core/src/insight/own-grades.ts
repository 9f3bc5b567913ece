/** Whether students grade themselves as their instructors do, kinder or harder. */

import { normalCdf } from '../path/standing/normal.ts';
import { type Interval, Z } from './bootstrap.ts';
import { toldOf } from './rates.ts';

interface OwnGrade {
  student: string;
  /** The student's grade less the instructor's. */
  by: number;
  times: number;
}

interface OwnLean {
  student: string;
  pairs: number;
  lean: number | null;
  interval: Interval | null;
  told: 'too kind' | 'too hard' | null;
}

/** Of fewer attempts with both grades nothing is said. */
export const LEAST_OWN = 10;
/** A grade is a whole number: where all differ alike, their spread is still that of rounding. */
const LEAST_SD = Math.sqrt(1 / 12);
/** Less than this is no matter, however sure. */
const LEAST_LEAN = 0.25;

/** All students together (Holm): of schools without one who leans, one in twenty names any. */
export function ownGradeLeans(given: readonly OwnGrade[]): OwnLean[] {
  const students = [...new Set(given.map(({ student }) => student))];
  const found = students.map((student) => {
    const own = given.filter((one) => one.student === student);
    const pairs = own.reduce((sum, { times }) => sum + times, 0);
    const lean = own.reduce((sum, { by, times }) => sum + by * times, 0) / pairs;
    const square = own.reduce((sum, { by, times }) => sum + (by - lean) ** 2 * times, 0);
    const error = Math.max(LEAST_SD, Math.sqrt(square / Math.max(1, pairs - 1))) / Math.sqrt(pairs);
    return { student, pairs, lean, error, p: 2 * (1 - normalCdf(Math.abs(lean) / error)) };
  });
  const enough = found.filter(({ pairs }) => pairs >= LEAST_OWN);
  const told = new Set(toldOf(enough).filter(({ lean }) => Math.abs(lean) >= LEAST_LEAN));
  return found.map((one): OwnLean => {
    const { student, pairs, lean, error } = one;
    if (pairs < LEAST_OWN) return { student, pairs, lean: null, interval: null, told: null };
    return {
      student,
      pairs,
      lean,
      interval: { low: lean - Z * error, high: lean + Z * error },
      told: told.has(one) ? (lean > 0 ? 'too kind' : 'too hard') : null,
    };
  });
}
