/** Whatever names a row of another table is held to it by the database itself. */
import { openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

/** Columns that name something without a row that they could be held to, and why. */
const FREE: Record<string, string> = {
  'airplane.row_id': 'its own key',
  'attempt.flown_by': 'a word: student or instructor',
  'known_school_key.other_id': 'a school of another server',
  'orphan.school_id': 'kept whatever it names',
  'signed.recording_id': 'signed at another school, its recording may not have come along',
  'standard.row_id': 'its own key',
  'statement.score_id': 'said at another school, its score may not have come along',
  'task.asked_by': 'a task is gone within days, and holds nobody back',
  'task.lease_by': 'a process, not a row',
  'task.subject': 'a recording, a school or a person, by the kind of task',
  'trail.subject': 'whatever it was done to, erased people among them',
};

test('a column that names a row of another table has a foreign key', async () => {
  const rows: { named: string }[] = await school.database.query(`
    SELECT c.relname || '.' || a.attname AS named
    FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid JOIN pg_namespace n ON n.oid = c.relnamespace
    WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p') AND a.attnum > 0 AND NOT a.attisdropped
      AND (a.attname ~ '_(id|by)$' OR a.attname IN ('replaces', 'subject'))
      AND NOT EXISTS (SELECT FROM pg_constraint k
        WHERE k.conrelid = c.oid AND k.contype = 'f' AND a.attnum = ANY (k.conkey))
    ORDER BY 1`);
  expect(rows.map(({ named }) => named)).toEqual(Object.keys(FREE).sort());
});
