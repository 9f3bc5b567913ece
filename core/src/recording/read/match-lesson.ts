/** Which lesson a recording belongs to, when many are brought at once: by airplane and by time. */
import { dayIn } from '../../units/days.ts';
import type { Peek } from './peek.ts';

export interface MatchableLesson {
  id: string;
  plannedAt: string;
  airplane: { id: string };
}

/** A lesson flown this much before or after its plan is still that lesson. */
const NEAR_MS = 3 * 3_600_000;

/**
 * The lesson of the same airplane nearest in time; of the same day, as the school's zone counts days, where only the day is
 * known, and only when there is no other that day. A file that names no airplane is matched by time alone, if nothing else
 * is near.
 * @returns undefined where nothing fits or it could be either of two: a person then says which.
 */
export function matchLesson<T extends MatchableLesson>(
  { airplane, begins }: Pick<Peek, 'airplane' | 'begins'>,
  lessons: readonly T[],
  zone: string,
): T | undefined {
  if (!begins) return undefined;
  const away = ({ plannedAt }: T) =>
    'atMs' in begins ? Math.abs(Date.parse(plannedAt) - begins.atMs) : Number.NaN;
  const near = lessons.filter((lesson) => {
    if (airplane !== undefined && lesson.airplane.id !== airplane) return false;
    return 'day' in begins ? dayIn(lesson.plannedAt, zone) === begins.day : away(lesson) <= NEAR_MS;
  });
  if (near.length < 2) return near[0];
  if ('day' in begins || airplane === undefined) return undefined;
  const [first, second] = [...near].sort((a, b) => away(a) - away(b));
  return away(first) < away(second) ? first : undefined;
}
