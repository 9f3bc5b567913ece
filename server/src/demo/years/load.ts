/** Loads the second school beside the club, from the club's own flights; as the owner of the tables, in one transaction. */
import { dayIn, seededRandom } from '@keel/core';
import type { DataSource } from 'typeorm';
import { copySchool, insertPeople } from './copy-school.ts';
import { flyAll } from './fly.ts';
import { YEARS_SCHOOL } from './ids.ts';
import { planYears } from './plan.ts';
import { gradeRounds } from './rounds.ts';
import { templatesOf } from './template.ts';

export class NotLoaded extends Error {}

/** @param from whose flights are flown after: the student's recordings in the order flown. @throws NotLoaded where it cannot be */
export async function loadYears(
  database: DataSource,
  from: { schoolId: string; studentId: string },
  now = new Date(),
): Promise<{ students: number; flights: number }> {
  return database.transaction(async (manager) => {
    const [{ there }] = await manager.query('SELECT EXISTS (SELECT FROM school WHERE id = $1) AS there', [
      YEARS_SCHOOL.id,
    ]);
    if (there) throw new NotLoaded(`${YEARS_SCHOOL.name} is loaded already`);
    const templates = await templatesOf(manager, from);
    if (templates.length === 0)
      throw new NotLoaded(
        'the demo has no flights to go by: start it once with "npm start", and wait until it is loaded',
      );
    const zone = await copySchool(manager, from.schoolId);
    const students = planYears(templates.length, dayIn(now, zone));
    await insertPeople(manager, from.schoolId, students);
    const random = seededRandom(7);
    for (const student of students) await flyAll(manager, student, { templates, zone, random, now });
    await gradeRounds(manager, templates, { random, now });
    await manager.query(
      `INSERT INTO task (school_id, kind, subject)
       SELECT school_id, 'count', id::text FROM recording WHERE school_id = $1::uuid
       UNION ALL SELECT $1::uuid, 'records', $1::uuid::text`,
      [YEARS_SCHOOL.id],
    );
    return {
      students: students.length,
      flights: students.reduce((sum, { flights }) => sum + flights.length, 0),
    };
  });
}
