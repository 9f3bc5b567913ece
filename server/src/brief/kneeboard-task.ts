/** The kneeboard, as a task. */
import { LessonEntity } from '../db/entities.ts';
import { zoneOfSchool } from '../scope.ts';
import type { Handler } from '../tasks/handler.ts';
import { describeLessons } from './describe-lessons.ts';
import { type KneeboardSize, kneeboardPdf } from './kneeboard.ts';

export const kneeboardTask: Handler = async ({ schoolId, input }, { database }) => {
  const { id, size } = input as { id: string; size: KneeboardSize };
  const lesson = await database.getRepository(LessonEntity).findOneByOrFail({ schoolId, id });
  const [described] = await describeLessons(database, [lesson]);
  const output = await kneeboardPdf(described, size, await zoneOfSchool(database, schoolId));
  return async () => ({ output });
};
