/** Keeps what was forecast of a student after a flight, so that it can be held against what came. */
import { AccountEntity, ForecastEntity } from '../db/entities.ts';
import type { Handler } from '../tasks/handler.ts';
import { forecastToday } from './path-of.ts';

export const forecastTask: Handler = async ({ schoolId, subject: id }, { database }) => {
  const student = await database.getRepository(AccountEntity).findOneBy({ schoolId, id });
  const { forecast, on } = student ? await forecastToday(database, student) : { forecast: null, on: '' };
  return async (manager) => {
    if (forecast && 'pace' in forecast) {
      const { lessons, pace } = forecast;
      const row = { schoolId, studentId: id, day: on, lessons: pace.lessons, ...lessons };
      await manager.upsert(ForecastEntity, row, ['schoolId', 'studentId', 'day']);
    }
    return {};
  };
};
