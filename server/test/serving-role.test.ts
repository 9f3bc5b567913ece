/** The database role that serves requests: what must stay it can neither change nor take away. */
import { randomUUID } from 'node:crypto';
import { asOwner, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

test('is neither owner nor superuser, and cannot change what must stay', async () => {
  const [me] = await school.database.query(
    'SELECT rolsuper, rolcreaterole, rolcreatedb FROM pg_roles WHERE rolname = current_user',
  );
  expect(me).toEqual({ rolsuper: false, rolcreaterole: false, rolcreatedb: false });
  const owned = await school.database.query(
    'SELECT relname FROM pg_class WHERE relowner = (SELECT oid FROM pg_roles WHERE rolname = current_user)',
  );
  expect(owned).toEqual([]);
});

test.each([
  "UPDATE trail SET what = 'nothing'",
  'DELETE FROM trail',
  'TRUNCATE trail',
  "UPDATE statement SET body = '{}'",
  'DELETE FROM statement',
  'DELETE FROM migrations',
  'DROP TABLE lesson',
  'ALTER TABLE trail DISABLE TRIGGER ALL',
  'CREATE TABLE mine (id int)',
])('%s is refused', async (sql) => {
  await expect(school.database.query(sql)).rejects.toThrow(/permission denied|must be owner/);
});

test('ids are unique in a school: another may use the same', async () => {
  const owner = await asOwner(school);
  const [mine, theirs] = [school.chief.id, school.stranger.id];
  const id = randomUUID();
  const lesson = (chief: string) =>
    owner.query(
      `INSERT INTO lesson (school_id, id, student_id, instructor_id, airplane_row_id, standard_row_id, title, planned_at, conditions, cards)
       SELECT a.school_id, $2, a.id, a.id, (SELECT row_id FROM airplane WHERE school_id = a.school_id LIMIT 1),
         (SELECT row_id FROM standard WHERE school_id = a.school_id LIMIT 1), 'one', now(), '{}', '[]'
       FROM account a WHERE a.id = $1`,
      [chief, id],
    );
  await lesson(mine);
  await lesson(theirs);
  await expect(lesson(mine)).rejects.toThrow(/duplicate/);
  await owner.end();
});
