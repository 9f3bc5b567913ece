/** What a file's header says of the day against what the lesson was briefed for: a person chooses, where they differ. */
import { dayIn, type Lesson, type Me, nauticalMilesBetween, type Peek } from '@keel/core';

export interface Difference {
  what: 'airplane' | 'weight' | 'ground' | 'day';
  file: string | number;
  lesson: string | number;
}

/** Nearer than these it is the same figure, rounded. */
const SAME_LB = 2;
const SAME_FT = 5;

/** @param zone the school's, whose days count. */
export function differences(
  { airplane, weightLb, groundFt, begins }: Pick<Peek, 'airplane' | 'weightLb' | 'groundFt' | 'begins'>,
  lesson: Pick<Lesson, 'airplane' | 'conditions' | 'plannedAt'>,
  zone: string,
): Difference[] {
  const found: Difference[] = [];
  if (airplane && airplane !== lesson.airplane.id)
    found.push({ what: 'airplane', file: airplane, lesson: lesson.airplane.id });
  const { conditions } = lesson;
  if (
    weightLb !== undefined &&
    conditions.weightLb !== undefined &&
    Math.abs(weightLb - conditions.weightLb) > SAME_LB
  )
    found.push({ what: 'weight', file: weightLb, lesson: conditions.weightLb });
  if (
    groundFt !== undefined &&
    conditions.groundFt !== undefined &&
    Math.abs(groundFt - conditions.groundFt) > SAME_FT
  )
    found.push({ what: 'ground', file: groundFt, lesson: conditions.groundFt });
  const day = begins && ('day' in begins ? begins.day : dayIn(new Date(begins.atMs), zone));
  const planned = dayIn(lesson.plannedAt, zone);
  if (day && day !== planned) found.push({ what: 'day', file: day, lesson: planned });
  return found;
}

/** Training areas are nearer than this, nautical miles. */
const FAR_NM = 40;

/** How far from the school's field a file begins, nautical miles; undefined where it is near, or one of the two is not known. */
export function farFromField({ place }: Pick<Peek, 'place'>, field: Me['position']): number | undefined {
  if (!place || !field) return undefined;
  const nm = nauticalMilesBetween(place, field);
  return nm > FAR_NM ? nm : undefined;
}

/** What of the file is taken, by what differs. */
export type Taken = Partial<Record<Difference['what'], 'file' | 'lesson'>>;
