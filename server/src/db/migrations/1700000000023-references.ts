/**
 * Whatever names a row of another table is held to it. Rows that name what is not there are counted first: a name that may be
 * left out is taken away, a row that counts nothing without it is set aside whole, and nothing is lost: each is kept in `orphan`.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { log } from '../../http/log.ts';

interface Reference {
  table: string;
  /** The column that names, beside the school's own id. */
  column: string;
  /** The table and the columns that are named. */
  of: 'account' | 'lesson' | 'recording' | 'signed' | 'airplane (school_id, row_id)';
  /** Of a row that names what is not there: the name goes, the row is set aside, or it stays and the promise holds from now on. */
  orphan: 'name' | 'row' | 'stays';
}

const REFERENCES: readonly Reference[] = [
  { table: 'attempt', column: 'student_id', of: 'account', orphan: 'row' },
  { table: 'attempt', column: 'lesson_id', of: 'lesson', orphan: 'name' },
  { table: 'landing', column: 'student_id', of: 'account', orphan: 'row' },
  { table: 'landing_word', column: 'recording_id', of: 'recording', orphan: 'name' },
  { table: 'booking', column: 'lesson_id', of: 'lesson', orphan: 'name' },
  { table: 'link', column: 'made_by', of: 'account', orphan: 'name' },
  { table: 'log_draft', column: 'author_id', of: 'account', orphan: 'row' },
  { table: 'log_draft', column: 'replaces', of: 'signed', orphan: 'name' },
  { table: 'live_flight', column: 'lesson_id', of: 'lesson', orphan: 'name' },
  { table: 'live_flight', column: 'recording_id', of: 'recording', orphan: 'name' },
  // Last: a row that stays as it is must not be mended after it is held.
  { table: 'booking', column: 'made_by', of: 'account', orphan: 'stays' },
  // What a device was told is kept is never set aside.
  { table: 'live_flight', column: 'airplane_row_id', of: 'airplane (school_id, row_id)', orphan: 'stays' },
];

/** What an attempt's columns say its JSON no longer says as well. */
const COLUMNS = `
  ALTER TABLE attempt
    ADD COLUMN self_grade int CONSTRAINT attempt_self_grade CHECK (self_grade BETWEEN 1 AND 4),
    ADD COLUMN configuration text,
    ADD COLUMN flown_by text NOT NULL DEFAULT 'student' CONSTRAINT attempt_flown_by CHECK (flown_by IN ('student', 'instructor'));
  UPDATE attempt SET
    self_grade = (data->>'selfGrade')::int,
    configuration = data->>'configuration',
    flown_by = coalesce(data->>'flownBy', 'student'),
    data = jsonb_build_object('standard', data->'standard', 'overridden', data->'overridden',
      'toleranceUsed', data->'toleranceUsed', 'worst', data->'worst', 'findings', data->'findings')`;

const ORPHANS = `
  CREATE TABLE orphan (
    id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    school_id uuid,
    of_table text NOT NULL,
    names text NOT NULL,
    row jsonb NOT NULL,
    found_at timestamptz NOT NULL DEFAULT now()
  )`;

/** Attempts are what a score and what was said of it come to: nothing else can be written. */
const CHECKS = `
  ALTER TABLE attempt
    ADD CONSTRAINT attempt_span CHECK (end_s >= start_s) NOT VALID,
    ADD CONSTRAINT attempt_grade CHECK (grade BETWEEN 1 AND 4) NOT VALID,
    ADD CONSTRAINT attempt_verdicts CHECK (
      strict IN ('satisfactory', 'unsatisfactory', 'not-scored')
      AND examiner IN ('satisfactory', 'unsatisfactory', 'not-scored')
      AND verdict IN ('satisfactory', 'unsatisfactory', 'not-scored')) NOT VALID,
    ADD CONSTRAINT attempt_flown_in CHECK (flown_in IN ('airplane', 'trainer')) NOT VALID;
  ALTER TABLE live_flight
    ADD CONSTRAINT live_flight_bytes CHECK (bytes >= 0 AND next_seq >= 0) NOT VALID;
  ALTER TABLE booking ADD CONSTRAINT booking_version CHECK (version > 0) NOT VALID`;
const CHECKED = [
  'attempt.attempt_span',
  'attempt.attempt_grade',
  'attempt.attempt_verdicts',
  'attempt.attempt_flown_in',
  'live_flight.live_flight_bytes',
  'booking.booking_version',
];

/** What was said of a recording's landings goes with it as well. */
const PURGE = `
  CREATE OR REPLACE FUNCTION purge_recordings() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  DECLARE gone record;
  BEGIN
    FOR gone IN
      SELECT school_id, id FROM recording AS r WHERE deleted_at < now() - interval '30 days'
        AND NOT EXISTS (SELECT FROM signed AS s WHERE s.school_id = r.school_id AND s.recording_id = r.id)
      FOR UPDATE SKIP LOCKED
    LOOP
      DELETE FROM live_note AS n WHERE n.school_id = gone.school_id
        AND n.id IN (SELECT s.id FROM statement AS s WHERE s.school_id = gone.school_id AND s.recording_id = gone.id);
      DELETE FROM live_flight AS f WHERE f.school_id = gone.school_id AND f.recording_id = gone.id;
      DELETE FROM statement AS s WHERE s.school_id = gone.school_id AND s.recording_id = gone.id;
      DELETE FROM landing_word AS w WHERE w.school_id = gone.school_id AND w.recording_id = gone.id;
      DELETE FROM log_draft AS d WHERE d.school_id = gone.school_id AND d.recording_id = gone.id;
      DELETE FROM recording AS r WHERE r.school_id = gone.school_id AND r.id = gone.id;
    END LOOP;
  END $$`;

/** The table of tasks is the queue; what carried ids beside it goes. Upkeep is done by whichever process finds it due. */
const QUEUE = `
  ALTER TABLE task ADD COLUMN turn int NOT NULL DEFAULT 0;
  DROP SCHEMA IF EXISTS pgboss CASCADE;
  CREATE TABLE upkeep (
    one boolean PRIMARY KEY DEFAULT true CHECK (one),
    done_at timestamptz NOT NULL DEFAULT '-infinity'
  );
  INSERT INTO upkeep DEFAULT VALUES`;

export class References1700000000023 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(COLUMNS);
    await runner.query(ORPHANS);
    for (const reference of REFERENCES) await hold(runner, reference);
    await runner.query(CHECKS);
    for (const one of CHECKED) {
      const [table, name] = one.split('.');
      await runner.query(`ALTER TABLE ${table} VALIDATE CONSTRAINT ${name}`);
    }
    await runner.query(PURGE);
    await runner.query(QUEUE);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}

/** New rows are held at once; those that are there when what is wrong with them is put aside. */
async function hold(runner: QueryRunner, { table, column, of, orphan }: Reference): Promise<void> {
  const name = `${table}_${column}_there`;
  const [target, key = 'id'] = of.replace(' (school_id, ', ' ').replace(')', '').split(' ');
  await runner.query(
    `ALTER TABLE ${table} ADD CONSTRAINT ${name} FOREIGN KEY (school_id, ${column}) REFERENCES ${target} (school_id, ${key}) NOT VALID`,
  );
  const astray = `FROM ${table} AS r WHERE r.school_id IS NOT NULL AND r.${column} IS NOT NULL
    AND NOT EXISTS (SELECT FROM ${target} AS t WHERE t.school_id = r.school_id AND t.${key} = r.${column})`;
  const kept: { id: string }[] = await runner.query(
    `INSERT INTO orphan (school_id, of_table, names, row)
     SELECT r.school_id, '${table}', '${column}', to_jsonb(r) ${astray} RETURNING id`,
  );
  if (kept.length > 0) {
    log.warn(
      { table, column, rows: kept.length, done: orphan },
      'rows named what is not there: see table orphan',
    );
    if (orphan === 'name')
      await runner.query(`UPDATE ${table} SET ${column} = NULL WHERE ctid IN (SELECT r.ctid ${astray})`);
    if (orphan === 'row') await runner.query(`DELETE FROM ${table} WHERE ctid IN (SELECT r.ctid ${astray})`);
    if (orphan === 'stays') return;
  }
  await runner.query(`ALTER TABLE ${table} VALIDATE CONSTRAINT ${name}`);
}
