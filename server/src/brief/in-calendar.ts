/** A lesson that was saved, as its calendar has it. */
import type { DataSource } from 'typeorm';
import { type Lesson, LessonEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { bookLesson } from '../week/lesson-booking.ts';
import { describeLessons } from './describe-lessons.ts';

/** As saved, and booked; where something is in the way, with what. */
export async function inCalendar(
  database: DataSource,
  viewer: Viewer,
  { schoolId, id }: Pick<Lesson, 'schoolId' | 'id'>,
  again = false,
) {
  const lesson = await database.getRepository(LessonEntity).findOneByOrFail({ schoolId, id });
  const notBooked = await bookLesson(database, viewer, lesson, again);
  const [described] = await describeLessons(database, [lesson]);
  return { ...described, ...(notBooked && { notBooked }) };
}
