/**
 * The database of the first version, with rows planted that name what is not there: held to its references, each such row is
 * counted, mended or set aside, and what was acknowledged to a device stays.
 */
import { join } from 'node:path';
import { Client } from 'pg';
import { MIGRATIONS, migrate } from '../src/db/database.ts';
import { References1700000000023 } from '../src/db/migrations/1700000000023-references.ts';
import { emptyDatabase, run } from './support/scripts.ts';

const DUMP = join(import.meta.dirname, 'fixtures/first-demo.dump');
const BEFORE = MIGRATIONS.slice(0, MIGRATIONS.indexOf(References1700000000023));
let client: Client;

/** Every row names one thing that was never there; the first of each pair names none that is wrong. */
const PLANTED = `
  INSERT INTO attempt (school_id, recording_id, attempt, student_id, lesson_id, start_s, end_s, maneuver, help, flown_in,
      strict, examiner, verdict, critical, broken_off, in_bulk, unseen, flown_at, day, data)
    SELECT r.school_id, r.id, n, CASE n WHEN 1 THEN gen_random_uuid() ELSE r.student_id END,
      CASE n WHEN 2 THEN gen_random_uuid() END, 0, 60, 'steep-turn', 'unaided', 'airplane', 'satisfactory', 'satisfactory',
      'satisfactory', false, false, false, false, now(), current_date, '{}'
    FROM (SELECT * FROM recording ORDER BY id LIMIT 1) AS r, generate_series(0, 2) AS n;
  INSERT INTO landing (school_id, recording_id, nth, student_id, kind, flown_at, day)
    SELECT school_id, id, 0, gen_random_uuid(), 'full-stop', now(), current_date FROM recording ORDER BY id LIMIT 1;
  INSERT INTO booking (school_id, id, kind, during, lesson_id, made_by)
    SELECT school_id, gen_random_uuid(), 'away', tstzrange(now(), now() + interval '1 hour'), gen_random_uuid(), id
    FROM account ORDER BY id LIMIT 1;
  INSERT INTO booking (school_id, id, kind, during, made_by)
    SELECT school_id, gen_random_uuid(), 'away', tstzrange(now(), now() + interval '1 hour'), gen_random_uuid()
    FROM account ORDER BY id LIMIT 1;
  INSERT INTO device (school_id, id, name, airplane_row_id, key_hash, made_by)
    SELECT a.school_id, gen_random_uuid(), 'panel', a.row_id, 'none', (SELECT id FROM account ORDER BY id LIMIT 1)
    FROM airplane AS a ORDER BY a.row_id LIMIT 1;
  INSERT INTO live_flight (school_id, id, device_id, airplane_row_id, lesson_id, recording_id, ended_at)
    SELECT school_id, gen_random_uuid(), id, gen_random_uuid(), gen_random_uuid(), gen_random_uuid(), now() FROM device`;

beforeAll(async () => {
  const url = await emptyDatabase('orphans');
  expect(run('restore', url, DUMP)).toMatchObject({ code: 0 });
  await migrate(url, BEFORE);
  client = new Client({ connectionString: url });
  await client.connect();
  await client.query(PLANTED);
  await migrate(url);
});
afterAll(() => client.end());

const rows = async (sql: string) => (await client.query(sql)).rows;

test('each is counted, with the row as it was', async () => {
  const found = await rows(
    "SELECT of_table || '.' || names AS what, count(*)::int AS n, bool_and(row ? names) AS whole FROM orphan GROUP BY 1 ORDER BY 1",
  );
  expect(found).toEqual(
    [
      'attempt.lesson_id',
      'attempt.student_id',
      'booking.lesson_id',
      'booking.made_by',
      'landing.student_id',
      'live_flight.airplane_row_id',
      'live_flight.lesson_id',
      'live_flight.recording_id',
    ].map((what) => ({ what, n: 1, whole: true })),
  );
});

test('what counts nothing without the name is set aside, what can do without it goes on', async () => {
  expect(await rows('SELECT attempt, lesson_id FROM attempt ORDER BY attempt')).toEqual([
    { attempt: 0, lesson_id: null },
    { attempt: 2, lesson_id: null },
  ]);
  expect(await rows('SELECT * FROM landing')).toEqual([]);
  expect(await rows('SELECT count(*)::int AS n FROM booking WHERE lesson_id IS NOT NULL')).toEqual([
    { n: 0 },
  ]);
});

test('what a device was told is kept is there', async () =>
  expect(await rows('SELECT lesson_id, recording_id FROM live_flight')).toEqual([
    { lesson_id: null, recording_id: null },
  ]));

test('every promise holds for all rows, but for those of which one that is wrong has to stay', async () => {
  const open = await rows(
    "SELECT conname FROM pg_constraint WHERE conname ~ '_there$' AND NOT convalidated ORDER BY 1",
  );
  expect(open.map(({ conname }) => conname)).toEqual([
    'booking_made_by_there',
    'live_flight_airplane_row_id_there',
  ]);
});

test.each([
  ['an attempt of nobody', 'UPDATE attempt SET student_id = gen_random_uuid()'],
  ['a booking of no lesson', 'UPDATE booking SET lesson_id = gen_random_uuid()'],
  ['a booking made by nobody', 'UPDATE booking SET made_by = gen_random_uuid()'],
  ['a flight of no airplane', 'UPDATE live_flight SET airplane_row_id = gen_random_uuid()'],
  ['an attempt that ends before it begins', 'UPDATE attempt SET end_s = start_s - 1'],
  ['a grade of five', 'UPDATE attempt SET grade = 5'],
  ['a verdict of another kind', "UPDATE attempt SET verdict = 'good'"],
])('%s is refused from now on', async (_, sql) => {
  await expect(client.query(sql)).rejects.toThrow(/violates (foreign key|check) constraint/);
});
