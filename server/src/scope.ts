/**
 * Who may see what, in one place: a student what is theirs, an instructor their own students, a chief instructor
 * everyone of the school, nobody anything of another school.
 */
import type { DataSource, ObjectLiteral, SelectQueryBuilder } from 'typeorm';
import { type Account, AccountEntity, SchoolEntity, zoneOf } from './db/entities.ts';
import type { Viewer } from './http/env.ts';
import { notFound, Problem } from './http/problem.ts';

/** Who asks, as far as it decides what they see. */
export type Asker = Pick<Viewer, 'id' | 'schoolId' | 'role'>;

/** Keeps of a query on things that belong to students only those that the viewer may see. */
export function visible<T extends ObjectLiteral>(
  query: SelectQueryBuilder<T>,
  alias: string,
  viewer: Asker,
  studentColumn = 'studentId',
): SelectQueryBuilder<T> {
  query.andWhere(`${alias}.schoolId = :viewerSchool`, { viewerSchool: viewer.schoolId });
  const column = `${alias}.${studentColumn}`;
  if (viewer.role === 'student') query.andWhere(`${column} = :viewerId`, { viewerId: viewer.id });
  if (viewer.role === 'instructor') {
    query.andWhere(
      `${column} IN (SELECT student_id FROM teaching WHERE school_id = :viewerSchool AND instructor_id = :viewerId
        AND (until IS NULL OR until > now()))`,
      { viewerId: viewer.id },
    );
  }
  return query;
}

/** The students whom the viewer may see, by name. */
export const visibleStudents = (database: DataSource, viewer: Viewer): Promise<Account[]> =>
  visible(
    database.getRepository(AccountEntity).createQueryBuilder('student').where("student.role = 'student'"),
    'student',
    viewer,
    'id',
  )
    .orderBy('student.name')
    .getMany();

/** The same, of open accounts and as little of each as lists of everybody need: hundreds of whole ones take their time. */
export const studentsInLittle = (
  database: DataSource,
  viewer: Asker,
): Promise<{ id: string; name: string; born: string | null }[]> =>
  visible(
    database
      .getRepository(AccountEntity)
      .createQueryBuilder('student')
      .select(['student.id AS id', 'student.name AS name', 'student.born::text AS born'])
      .where("student.role = 'student' AND student.closedAt IS NULL"),
    'student',
    viewer,
    'id',
  )
    .orderBy('student.name')
    .getRawMany();

/** @throws Problem 404 when there is no such student for this viewer. */
export async function requireStudent(database: DataSource, viewer: Viewer, id: string): Promise<Account> {
  const student = await visible(
    database
      .getRepository(AccountEntity)
      .createQueryBuilder('student')
      .where("student.role = 'student' AND student.id = :id", { id }),
    'student',
    viewer,
    'id',
  ).getOne();
  if (!student) throw notFound('student');
  return student;
}

/** @throws Problem 403 for anyone but the chief: what follows changes the whole school. */
export function requireChief(viewer: Viewer): void {
  if (viewer.role !== 'chief') throw new Problem(403, 'Only the chief instructor can do this.');
}

/** @throws Problem 403 for a student: what follows is for instructors and the chief. */
export function requireInstructor(viewer: Viewer): void {
  if (viewer.role === 'student') throw new Problem(403, 'Only an instructor can do this.');
}

/** The zone that a school lives by. */
export async function zoneOfSchool(database: DataSource, schoolId: string): Promise<string> {
  return zoneOf(await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }));
}

/** What each person of the school is called, by id. */
export async function namesOf(
  database: Pick<DataSource, 'query'>,
  { schoolId }: Pick<Viewer, 'schoolId'>,
): Promise<Map<string, string>> {
  const accounts: { id: string; name: string }[] = await database.query(
    'SELECT id, name FROM account WHERE school_id = $1',
    [schoolId],
  );
  return new Map(accounts.map(({ id, name }) => [id, name]));
}
