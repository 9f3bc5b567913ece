/** The school itself and its people, after the club's. */
import type { EntityManager } from 'typeorm';
import { YEARS_SCHOOL, yearsEmail, yearsId } from './ids.ts';
import { CHIEF, INSTRUCTORS, type PlannedStudent } from './plan.ts';

/** Its airplanes, standards and syllabuses are copies of the club's. @returns its zone */
export async function copySchool(manager: EntityManager, source: string): Promise<string> {
  const { id, name } = YEARS_SCHOOL;
  await manager.query(
    'INSERT INTO school (id, name, settings) SELECT $1::uuid, $2, settings FROM school WHERE id = $3',
    [id, name, source],
  );
  // A row of the copy is named after the row that it is copied from.
  await manager.query(
    `INSERT INTO airplane (row_id, school_id, id, data, version)
     SELECT md5($1::uuid::text || row_id)::uuid, $1::uuid, id, data, 1 FROM airplane WHERE school_id = $2`,
    [id, source],
  );
  await manager.query(
    `INSERT INTO standard (row_id, school_id, id, version, data, edited_at)
     SELECT md5($1::uuid::text || row_id)::uuid, $1::uuid, id, version, data, edited_at FROM standard WHERE school_id = $2`,
    [id, source],
  );
  await manager.query(
    `INSERT INTO syllabus (school_id, id, version, data, edited_at)
     SELECT $1, id, version, data, edited_at FROM syllabus WHERE school_id = $2`,
    [id, source],
  );
  const [{ zone }] = await manager.query(
    "SELECT coalesce(settings->>'zone', 'UTC') AS zone FROM school WHERE id = $1",
    [id],
  );
  return zone;
}

/** They sign in with the passwords of the club's own of the same role. */
export async function insertPeople(
  manager: EntityManager,
  source: string,
  students: readonly PlannedStudent[],
): Promise<void> {
  const people = [
    { ...CHIEF, role: 'chief' },
    ...INSTRUCTORS.map(({ key, name }) => ({ key, name, role: 'instructor' })),
    ...students.map(({ key, name }) => ({ key, name, role: 'student' })),
  ];
  for (const { key, name, role } of people)
    await manager.query(
      `INSERT INTO account (id, school_id, email, name, role, password_hash, born)
       SELECT $1::uuid, $2::uuid, $3, $4, $5::text, password_hash, CASE WHEN $5::text = 'student' THEN date '1996-05-17' END
       FROM account WHERE school_id = $6 AND role = $5::text ORDER BY created_at, id LIMIT 1`,
      [yearsId(key), YEARS_SCHOOL.id, yearsEmail(key), name, role, source],
    );
  for (const { key, instructor } of students)
    await manager.query('INSERT INTO teaching (school_id, instructor_id, student_id) VALUES ($1, $2, $3)', [
      YEARS_SCHOOL.id,
      yearsId(instructor),
      yearsId(key),
    ]);
}
