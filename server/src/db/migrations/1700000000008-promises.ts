/**
 * Ids are unique in their school, and every table knows its school. Work that outlives a request is a task; attempts are
 * rows; a recording can be hidden and put right; sessions can be told apart; who did what is kept.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Every reference between tables, anew: a row refers to rows of its own school only. */
const REFERENCES = `
  ALTER TABLE account ADD FOREIGN KEY (school_id) REFERENCES school;
  ALTER TABLE teaching
    ADD FOREIGN KEY (school_id, instructor_id) REFERENCES account ON DELETE CASCADE,
    ADD FOREIGN KEY (school_id, student_id) REFERENCES account ON DELETE CASCADE;
  ALTER TABLE session ADD FOREIGN KEY (school_id, account_id) REFERENCES account ON DELETE CASCADE;
  ALTER TABLE airplane ADD FOREIGN KEY (school_id) REFERENCES school;
  ALTER TABLE column_mapping ADD FOREIGN KEY (school_id) REFERENCES school;
  ALTER TABLE standard
    ADD FOREIGN KEY (school_id) REFERENCES school,
    ADD FOREIGN KEY (school_id, edited_by) REFERENCES account;
  ALTER TABLE lesson
    ADD FOREIGN KEY (school_id, student_id) REFERENCES account,
    ADD FOREIGN KEY (school_id, instructor_id) REFERENCES account,
    ADD FOREIGN KEY (school_id, airplane_row_id) REFERENCES airplane (school_id, row_id),
    ADD FOREIGN KEY (school_id, standard_row_id) REFERENCES standard (school_id, row_id);
  ALTER TABLE recording
    ADD FOREIGN KEY (school_id, student_id) REFERENCES account,
    ADD FOREIGN KEY (school_id, uploaded_by) REFERENCES account,
    ADD FOREIGN KEY (school_id, lesson_id, student_id) REFERENCES lesson (school_id, id, student_id),
    ADD FOREIGN KEY (school_id, airplane_row_id) REFERENCES airplane (school_id, row_id),
    ADD FOREIGN KEY (school_id, standard_row_id) REFERENCES standard (school_id, row_id);
  ALTER TABLE recording_file ADD FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE;
  ALTER TABLE recording_chunk ADD FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE;
  ALTER TABLE score ADD FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE;
  ALTER TABLE keel ADD FOREIGN KEY (score_id) REFERENCES score ON DELETE CASCADE;
  ALTER TABLE flight ADD FOREIGN KEY (score_id) REFERENCES score ON DELETE CASCADE;
  ALTER TABLE statement
    ADD FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE,
    ADD FOREIGN KEY (school_id, author_id) REFERENCES account;
  ALTER TABLE entered_attempt
    ADD FOREIGN KEY (school_id, student_id) REFERENCES account,
    ADD FOREIGN KEY (school_id, author_id) REFERENCES account,
    ADD FOREIGN KEY (school_id, lesson_id, student_id) REFERENCES lesson (school_id, id, student_id);
`;

export class Promises1700000000008 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DO $$
      DECLARE reference record;
      BEGIN
        FOR reference IN
          SELECT conrelid::regclass AS tab, conname FROM pg_constraint
          WHERE contype = 'f' AND connamespace = 'public'::regnamespace
        LOOP
          EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', reference.tab, reference.conname);
        END LOOP;
      END $$;

      ALTER TABLE teaching ADD school_id uuid;
      UPDATE teaching SET school_id = (SELECT school_id FROM account WHERE id = student_id);
      ALTER TABLE session
        ADD school_id uuid,
        ADD id uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE,
        ADD device text NOT NULL DEFAULT '',
        ADD created_at timestamptz NOT NULL DEFAULT now(),
        ADD seen_at timestamptz NOT NULL DEFAULT now();
      UPDATE session SET school_id = (SELECT school_id FROM account WHERE id = account_id);
      CREATE INDEX session_expires ON session (expires_at);
      ALTER TABLE recording_file ADD school_id uuid;
      UPDATE recording_file SET school_id = (SELECT school_id FROM recording WHERE id = recording_id);
      ALTER TABLE recording_chunk ADD school_id uuid;
      UPDATE recording_chunk SET school_id = (SELECT school_id FROM recording WHERE id = recording_id);
      ALTER TABLE score ADD school_id uuid;
      UPDATE score SET school_id = (SELECT school_id FROM recording WHERE id = recording_id);
      ALTER TABLE statement ADD school_id uuid, ADD score_id uuid;
      UPDATE statement SET school_id = (SELECT school_id FROM recording WHERE id = recording_id);

      ALTER TABLE teaching ALTER school_id SET NOT NULL, DROP CONSTRAINT teaching_pkey,
        ADD PRIMARY KEY (school_id, instructor_id, student_id);
      DROP INDEX teaching_student;
      CREATE INDEX teaching_student ON teaching (school_id, student_id);
      ALTER TABLE session ALTER school_id SET NOT NULL;
      DROP INDEX session_account;
      CREATE INDEX session_account ON session (school_id, account_id);
      ALTER TABLE account DROP CONSTRAINT account_pkey, DROP CONSTRAINT account_id_school_id_key,
        ADD PRIMARY KEY (school_id, id);
      CREATE INDEX account_name ON account (school_id, name, id);
      ALTER TABLE airplane DROP CONSTRAINT airplane_row_id_school_id_key, ADD UNIQUE (school_id, row_id);
      ALTER TABLE standard DROP CONSTRAINT standard_row_id_school_id_key, ADD UNIQUE (school_id, row_id);
      ALTER TABLE lesson DROP CONSTRAINT lesson_pkey, DROP CONSTRAINT lesson_id_student_id_key,
        ADD PRIMARY KEY (school_id, id), ADD UNIQUE (school_id, id, student_id);
      DROP INDEX lesson_student;
      CREATE INDEX lesson_student ON lesson (school_id, student_id, planned_at DESC, id DESC);
      CREATE INDEX lesson_planned ON lesson (school_id, planned_at DESC, id DESC);
      ALTER TABLE recording
        ADD deleted_at timestamptz,
        DROP CONSTRAINT recording_pkey, ADD PRIMARY KEY (school_id, id),
        DROP CONSTRAINT recording_student_id_sha256_key;
      CREATE UNIQUE INDEX recording_once ON recording (school_id, student_id, airplane_row_id, sha256)
        WHERE deleted_at IS NULL;
      DROP INDEX recording_student, recording_lesson;
      CREATE INDEX recording_student ON recording (school_id, student_id, flown_at DESC, id DESC);
      CREATE INDEX recording_flown ON recording (school_id, flown_at DESC, id DESC);
      CREATE INDEX recording_lesson ON recording (school_id, lesson_id);
      CREATE INDEX recording_deleted ON recording (deleted_at) WHERE deleted_at IS NOT NULL;
      ALTER TABLE recording_file ALTER school_id SET NOT NULL,
        DROP CONSTRAINT recording_file_pkey, ADD PRIMARY KEY (school_id, recording_id);
      ALTER TABLE recording_chunk ALTER school_id SET NOT NULL,
        DROP CONSTRAINT recording_chunk_pkey, ADD PRIMARY KEY (school_id, recording_id, seq);
      ALTER TABLE score ALTER school_id SET NOT NULL;
      DROP INDEX score_recording, score_one_current;
      CREATE INDEX score_recording ON score (school_id, recording_id);
      CREATE UNIQUE INDEX score_one_current ON score (school_id, recording_id) WHERE current;
      ALTER TABLE statement ALTER school_id SET NOT NULL,
        DROP CONSTRAINT said_pkey, ADD PRIMARY KEY (school_id, id);
      DROP INDEX statement_recording;
      CREATE INDEX statement_recording ON statement (school_id, recording_id, created_at);
      ALTER TABLE entered_attempt DROP CONSTRAINT entered_attempt_pkey, ADD PRIMARY KEY (school_id, id);
      DROP INDEX entered_attempt_student;
      CREATE INDEX entered_attempt_student ON entered_attempt (school_id, student_id, created_at);
      ${REFERENCES}

      CREATE TABLE task (
        id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
        school_id uuid NOT NULL REFERENCES school,
        kind text NOT NULL,
        subject text NOT NULL,
        input jsonb NOT NULL DEFAULT '{}',
        state text NOT NULL DEFAULT 'waiting'
          CHECK (state IN ('waiting', 'running', 'done', 'failed', 'cancelled')),
        tries int NOT NULL DEFAULT 0,
        not_before timestamptz NOT NULL DEFAULT now(),
        lease_by uuid,
        lease_until timestamptz,
        progress real NOT NULL DEFAULT 0,
        result jsonb,
        output bytea,
        error text,
        created_at timestamptz NOT NULL DEFAULT now(),
        finished_at timestamptz,
        CHECK ((state = 'running') = (lease_by IS NOT NULL))
      );
      CREATE UNIQUE INDEX task_waits_once ON task (school_id, kind, subject) WHERE state = 'waiting';
      CREATE INDEX task_open ON task (state, not_before) WHERE state IN ('waiting', 'running');
      CREATE INDEX task_subject ON task (school_id, kind, subject, created_at DESC);
      CREATE INDEX task_finished ON task (finished_at) WHERE finished_at IS NOT NULL;

      CREATE TABLE attempt (
        school_id uuid NOT NULL,
        recording_id uuid NOT NULL,
        attempt int NOT NULL CHECK (attempt >= 0),
        student_id uuid NOT NULL,
        start_s double precision NOT NULL,
        end_s double precision NOT NULL,
        maneuver text NOT NULL,
        variant text,
        help text NOT NULL,
        flown_in text NOT NULL,
        strict text NOT NULL,
        examiner text NOT NULL,
        verdict text NOT NULL,
        worst_used double precision,
        grade int,
        flown_at timestamptz NOT NULL,
        day date NOT NULL,
        data jsonb NOT NULL,
        PRIMARY KEY (school_id, recording_id, attempt),
        FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE
      );
      CREATE INDEX attempt_student ON attempt (school_id, student_id, flown_at);

      CREATE TABLE throttle (
        key text PRIMARY KEY,
        points int NOT NULL DEFAULT 0,
        expire bigint
      );

      CREATE TABLE known_device (
        token_hash text NOT NULL,
        address text NOT NULL,
        PRIMARY KEY (token_hash, address)
      );

      CREATE TABLE trail (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        at timestamptz NOT NULL DEFAULT clock_timestamp(),
        by uuid,
        what text NOT NULL,
        subject text NOT NULL,
        detail jsonb NOT NULL DEFAULT '{}'
      );
      CREATE INDEX trail_school ON trail (school_id, id DESC);

      -- Every score from before attempts were rows is counted once more, and what was left unscored is asked for.
      INSERT INTO task (school_id, kind, subject)
        SELECT school_id, 'count', id::text FROM recording WHERE status = 'analysed';
      INSERT INTO task (school_id, kind, subject)
        SELECT school_id, 'score', id::text FROM recording WHERE status = 'analysing';
    `);
  }

  /** Going back would join what belongs to two schools: restore a backup instead. */
  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
