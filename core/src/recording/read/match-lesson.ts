/** Which lesson a recording belongs to, when many are brought at once: by airplane and by time. */
import type { Peek } from './peek.ts';

export interface MatchableLesson {
  id: string;
  plannedAt: string;
  airplane: { id: string };
}

/** A lesson flown this much before or after its plan is still that lesson. */
const NEAR_MS = 3 * 3_600_000;

/**
 * The lesson of the same airplane nearest in time; of the same day where only the day is known, and only when there is
 * no other that day. A file that names no airplane is matched by time alone, if nothing else is near.
 * @returns undefined where nothing fits or it could be either of two: a person then says which.
 */
export function matchLesson<T extends MatchableLesson>(
  { airplane, startMs, dateOnly }: Pick<Peek, 'airplane' | 'startMs' | 'dateOnly'>,
  lessons: readonly T[],
): T | undefined {
  if (startMs === undefined) return undefined;
  const day = new Date(startMs).toISOString().slice(0, 10);
  const near = lessons.filter((lesson) => {
    if (airplane !== undefined && lesson.airplane.id !== airplane) return false;
    return dateOnly
      ? lesson.plannedAt.slice(0, 10) === day
      : Math.abs(Date.parse(lesson.plannedAt) - startMs) <= NEAR_MS;
  });
  if (near.length < 2) return near[0];
  if (dateOnly || airplane === undefined) return undefined;
  const away = (lesson: T) => Math.abs(Date.parse(lesson.plannedAt) - startMs);
  const [first, second] = [...near].sort((a, b) => away(a) - away(b));
  return away(first) < away(second) ? first : undefined;
}
