/** The commands that keep a school over the years, on real databases: backup, restore, audit, a link for a new password. */
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { MIGRATIONS, migrate } from '../src/db/database.ts';
import { analysed, asOwner, flightCsv, openSchool, type TestSchool } from './support/school.ts';
import { emptyDatabase, run } from './support/scripts.ts';

let school: TestSchool;
let folder: string;
beforeAll(async () => {
  school = await openSchool();
  folder = mkdtempSync(join(tmpdir(), 'keel-backup-'));
  const { id } = await (
    await school.instructor.upload(flightCsv(601), { studentId: school.student.id })
  ).json();
  await analysed(school.instructor, id);
  await school.instructor.call('DELETE', `/recordings/${id}`);
  await school.instructor.call('POST', `/recordings/${id}/restore`);
});
afterAll(async () => {
  await school.close();
  rmSync(folder, { recursive: true, force: true });
});

test('a backup restored into an empty database has the same rows and hashes; into a full one it is refused', async () => {
  const file = join(folder, 'school.dump');
  const made = run('backup', school.ownerUrl, file);
  expect([made.code, made.out]).toEqual([0, expect.stringMatching(/recording +1 rows/)]);
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('PGDMP');
  expect(run('backup', school.ownerUrl, file)).toMatchObject({ code: 1, out: /there already/ as never });
  const empty = await emptyDatabase('restored');
  const restored = run('restore', empty, file);
  expect([restored.code, restored.out]).toEqual([
    0,
    expect.stringMatching(/every table has the rows and the hash that it had/),
  ]);
  const again = run('restore', empty, file);
  expect([again.code, again.out]).toEqual([1, expect.stringMatching(/holds something already/)]);
  // The sums are those of another moment: it is said which tables differ.
  const sums = JSON.parse(readFileSync(`${file}.sums`, 'utf8'));
  sums.lesson.rows++;
  writeFileSync(`${file}.sums`, JSON.stringify(sums));
  const apart = run('restore', await emptyDatabase('apart'), file);
  expect([apart.code, apart.out]).toEqual([1, expect.stringMatching(/not the same: lesson/)]);
});

test('a backup cut short is refused, and nothing of it is kept', async () => {
  const file = join(folder, 'cut.dump');
  writeFileSync(file, readFileSync(join(folder, 'school.dump')).subarray(0, 4000));
  const url = await emptyDatabase('cut');
  expect(run('restore', url, file).code).toBe(1);
  const client = new Client({ connectionString: url });
  await client.connect();
  const { rowCount } = await client.query(
    "SELECT FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace",
  );
  await client.end();
  expect(rowCount).toBe(0);
});

test('the audit finds a row that was changed, and one that was taken out, against a backup as well', async () => {
  const sums = join(folder, 'before.dump.sums');
  expect(run('backup', school.ownerUrl, join(folder, 'before.dump')).code).toBe(0);
  expect(statSync(join(folder, 'before.dump')).mode & 0o777).toBe(0o600);
  expect(run('audit', school.ownerUrl, '--against', sums)).toMatchObject({ code: 0 });
  const heads = JSON.parse(readFileSync(sums, 'utf8'))['heads of the trail'];
  const other = { ...heads, hash: heads.hash.replace(/.$/, (last: string) => (last === '0' ? '1' : '0')) };
  writeFileSync(sums, JSON.stringify({ 'heads of the trail': other }));
  const against = run('audit', school.ownerUrl, '--against', sums);
  expect([against.code, against.out]).toEqual([
    1,
    expect.stringMatching(/not what it was since that backup/),
  ]);
  expect(run('audit', school.ownerUrl)).toMatchObject({ code: 0 });
  const owner = await asOwner(school);
  // As only who owns the tables and means it can.
  await owner.query('ALTER TABLE trail DISABLE TRIGGER trail_stays');
  const { rows } = await owner.query('SELECT id FROM trail ORDER BY id');
  await owner.query("UPDATE trail SET what = 'nothing' WHERE id = $1", [rows[0].id]);
  const changed = run('audit', school.ownerUrl);
  expect([changed.code, changed.out]).toEqual([1, expect.stringContaining(`broken at row ${rows[0].id}`)]);
  await owner.query('DELETE FROM trail WHERE id = $1', [rows[0].id]);
  const gone = run('audit', school.ownerUrl);
  expect([gone.code, gone.out]).toEqual([1, expect.stringContaining(`broken at row ${rows[1].id}`)]);
  await owner.end();
});

test('a link for a new password is made on the machine itself', async () => {
  const made = run('people', school.ownerUrl, 'reset', 'Chief@test.example');
  const token = /reset: \S+\/reset\/(\S+)/.exec(made.out)?.[1];
  const chosen = await school.nobody.call('POST', `/resets/${token}`, { password: 'chosen on the machine' });
  expect(chosen.status).toBe(204);
  expect((await school.chief.call('GET', '/me')).status).toBe(401);
  expect(run('people', school.ownerUrl, 'reset', 'nobody@test.example')).toMatchObject({ code: 1 });
  expect(run('people', school.ownerUrl, 'dance')).toMatchObject({ code: 1 });
});

describe('bringing a database up to date', () => {
  test('keeps what was there before there were tasks, attempts and ids per school', async () => {
    const url = await emptyDatabase('older');
    const client = new Client({ connectionString: url });
    await client.connect();
    const runner = { query: (sql: string, values?: unknown[]) => client.query(sql, values) } as never;
    await client.query(
      'CREATE TABLE migrations (id serial PRIMARY KEY, timestamp bigint NOT NULL, name varchar NOT NULL)',
    );
    const older = MIGRATIONS.slice(0, 7);
    for (const Migration of older) {
      await new Migration().up(runner);
      const { name } = Migration;
      await client.query('INSERT INTO migrations (timestamp, name) VALUES ($1, $2)', [name.slice(-13), name]);
    }
    const [schoolId, person, airplane, standard, lesson, recording] = Array.from(
      { length: 6 },
      (_, i) => `00000000-0000-4000-8000-00000000000${i}`,
    );
    await client.query(`
      INSERT INTO school (id, name, settings) VALUES ('${schoolId}', 'Older', '{"technique": {}, "demonstrationFirst": false}');
      INSERT INTO account (id, school_id, email, name, role, password_hash)
        VALUES ('${person}', '${schoolId}', 'old@test.example', 'Old', 'student', 'x');
      INSERT INTO session VALUES ('hash', '${person}', now() + interval '1 day');
      INSERT INTO airplane (row_id, school_id, id, data) VALUES ('${airplane}', '${schoolId}', 'a', '{}');
      INSERT INTO standard (row_id, school_id, id, version, data) VALUES ('${standard}', '${schoolId}', 's', 1, '{}');
      INSERT INTO lesson (id, school_id, student_id, instructor_id, airplane_row_id, standard_row_id, title, planned_at, conditions, cards)
        VALUES ('${lesson}', '${schoolId}', '${person}', '${person}', '${airplane}', '${standard}', 'l', now(), '{}', '[]');
      INSERT INTO recording (id, school_id, student_id, lesson_id, airplane_row_id, standard_row_id, uploaded_by, file_name, sha256, size, flown_in, status, flown_at)
        VALUES ('${recording}', '${schoolId}', '${person}', '${lesson}', '${airplane}', '${standard}', '${person}', 'f', '${'a'.repeat(64)}', 1, 'airplane', 'analysed', now());
      INSERT INTO recording_file VALUES ('${recording}', 'x');
      INSERT INTO statement (id, recording_id, author_id, body) VALUES ('${lesson}', '${recording}', '${person}', '{"kind": "mark"}');
    `);
    await migrate(url);
    const one = async (sql: string) => (await client.query(sql)).rows[0];
    expect(await one('SELECT school_id FROM statement')).toEqual({ school_id: schoolId });
    expect(await one('SELECT school_id FROM recording_file')).toEqual({ school_id: schoolId });
    expect(await one('SELECT school_id FROM session')).toEqual({ school_id: schoolId });
    expect(await one('SELECT kind, subject FROM task')).toEqual({ kind: 'count', subject: recording });
    await client.query(
      "INSERT INTO migrations (timestamp, name) VALUES (1800000000000, 'Later1800000000000')",
    );
    await client.end();
    await expect(migrate(url)).rejects.toThrow(/newer Keel Path \(Later1800000000000\)/);
  });
});
