/** The kneeboard, as a task. */
import { AirplaneEntity, fieldRulesOf, LessonEntity, SchoolEntity, zoneOf } from '../db/entities.ts';
import { limitsOf } from '../record/release.ts';
import type { Handler } from '../tasks/handler.ts';
import { describeLessons } from './describe-lessons.ts';
import { type KneeboardSize, kneeboardPdf } from './kneeboard.ts';

export const kneeboardTask: Handler = async ({ schoolId, input }, { database }) => {
  const { id, size } = input as { id: string; size: KneeboardSize };
  const lesson = await database.getRepository(LessonEntity).findOneByOrFail({ schoolId, id });
  const [described] = await describeLessons(database, [lesson]);
  const { data: airplane } = await database
    .getRepository(AirplaneEntity)
    .findOneByOrFail({ schoolId, rowId: lesson.airplaneRowId });
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const limits = await limitsOf(database, { schoolId, id: lesson.studentId });
  const output = await kneeboardPdf(described, airplane, size, zoneOf(school), {
    fieldFt: school.settings.fieldFt,
    rules: fieldRulesOf(school),
    limits: limits?.body ?? null,
  });
  return async () => ({ output });
};
