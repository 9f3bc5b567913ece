/**
 * The way to solo: what each skill's attempts come to, a syllabus and its gates, landings, what was signed, and the week. What
 * is signed, said or checked is added and never changed; no two bookings take one airplane or one person at once.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Path1700000000010 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE EXTENSION IF NOT EXISTS btree_gist;

      ALTER TABLE account ADD born date;
      ALTER TABLE school ADD figures jsonb;

      ALTER TABLE attempt
        ADD critical boolean NOT NULL DEFAULT false,
        ADD broken_off boolean NOT NULL DEFAULT false,
        ADD in_bulk boolean NOT NULL DEFAULT false,
        ADD unseen boolean NOT NULL DEFAULT false,
        ADD depth text,
        ADD worst real,
        ADD lesson_id uuid;
      -- What was counted before is counted again, with what is new of it.
      INSERT INTO task (school_id, kind, subject)
        SELECT DISTINCT school_id, 'count', recording_id::text FROM attempt
        ON CONFLICT DO NOTHING;

      CREATE TABLE syllabus (
        school_id uuid NOT NULL REFERENCES school,
        id text NOT NULL,
        version int NOT NULL,
        data jsonb NOT NULL,
        edited_by uuid,
        edited_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id, version),
        FOREIGN KEY (school_id, edited_by) REFERENCES account
      );

      -- What a skill's attempts come to after the last of them; a later day is worked out from this alone.
      CREATE TABLE skill_record (
        school_id uuid NOT NULL,
        student_id uuid NOT NULL,
        skill text NOT NULL,
        record jsonb NOT NULL,
        PRIMARY KEY (school_id, student_id, skill),
        FOREIGN KEY (school_id, student_id) REFERENCES account ON DELETE CASCADE
      );

      -- The same in little, a row for each student: what lists of everybody read.
      CREATE TABLE student_summary (
        school_id uuid NOT NULL,
        student_id uuid NOT NULL,
        skills jsonb NOT NULL,
        PRIMARY KEY (school_id, student_id),
        FOREIGN KEY (school_id, student_id) REFERENCES account ON DELETE CASCADE
      );

      CREATE TABLE skill_word (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        skill text NOT NULL,
        author_id uuid NOT NULL,
        words text NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, author_id) REFERENCES account
      );
      CREATE INDEX skill_word_student ON skill_word (school_id, student_id);

      CREATE TABLE gate_closing (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        gate text NOT NULL,
        author_id uuid NOT NULL,
        body jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        undone jsonb,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, author_id) REFERENCES account
      );
      -- Of two who close one gate at once, one closes it.
      CREATE UNIQUE INDEX gate_closed ON gate_closing (school_id, student_id, gate) WHERE undone IS NULL;

      CREATE TABLE landing (
        school_id uuid NOT NULL,
        recording_id uuid NOT NULL,
        nth int NOT NULL,
        student_id uuid NOT NULL,
        kind text NOT NULL,
        at_s double precision,
        flown_at timestamptz NOT NULL,
        day date NOT NULL,
        PRIMARY KEY (school_id, recording_id, nth),
        FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE
      );
      CREATE INDEX landing_student ON landing (school_id, student_id, day);

      -- Entered by hand, or said of a landing that was recorded.
      CREATE TABLE landing_word (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        author_id uuid NOT NULL,
        recording_id uuid,
        nth int,
        body jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, author_id) REFERENCES account
      );
      CREATE INDEX landing_word_student ON landing_word (school_id, student_id);

      CREATE TABLE solo_limits (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        author_id uuid NOT NULL,
        body jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, author_id) REFERENCES account
      );
      CREATE INDEX solo_limits_student ON solo_limits (school_id, student_id, created_at);

      CREATE TABLE release_check (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        author_id uuid NOT NULL,
        body jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, author_id) REFERENCES account
      );

      CREATE TABLE log_draft (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        author_id uuid NOT NULL,
        recording_id uuid,
        replaces uuid,
        body jsonb NOT NULL,
        version int NOT NULL DEFAULT 1,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, recording_id) REFERENCES recording ON DELETE CASCADE
      );
      CREATE INDEX log_draft_student ON log_draft (school_id, student_id);
      CREATE UNIQUE INDEX log_draft_recording ON log_draft (school_id, recording_id);

      -- Log entries and endorsements, as they were signed.
      CREATE TABLE signed (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        kind text NOT NULL CHECK (kind IN ('entry', 'endorsement')),
        student_id uuid NOT NULL,
        recording_id uuid,
        replaces uuid,
        body jsonb NOT NULL,
        signer_id uuid NOT NULL,
        signed_at timestamptz NOT NULL DEFAULT now(),
        -- Of what was signed, and of the school that it came from with an archive.
        hash text NOT NULL,
        origin text,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, signer_id) REFERENCES account,
        FOREIGN KEY (school_id, replaces) REFERENCES signed
      );
      CREATE INDEX signed_student ON signed (school_id, student_id, kind, signed_at);
      CREATE INDEX signed_recording ON signed (school_id, recording_id);
      -- An entry is replaced once; a later correction replaces the newer one.
      CREATE UNIQUE INDEX signed_replaces ON signed (school_id, replaces);
      CREATE FUNCTION signed_stays() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        RAISE EXCEPTION 'what was signed is never changed: correct it with a new entry';
      END $$;
      CREATE TRIGGER signed_stays BEFORE UPDATE OR DELETE ON signed FOR EACH ROW EXECUTE FUNCTION signed_stays();
      CREATE TRIGGER signed_stays_whole BEFORE TRUNCATE ON signed EXECUTE FUNCTION signed_stays();

      CREATE TABLE booking (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        kind text NOT NULL CHECK (kind IN ('lesson', 'solo', 'maintenance', 'away')),
        during tstzrange NOT NULL CHECK (NOT isempty(during) AND lower(during) IS NOT NULL AND upper(during) IS NOT NULL),
        student_id uuid,
        instructor_id uuid,
        airplane_row_id uuid,
        lesson_id uuid,
        words text NOT NULL DEFAULT '',
        made_by uuid NOT NULL,
        version int NOT NULL DEFAULT 1,
        cancelled jsonb,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account,
        FOREIGN KEY (school_id, instructor_id) REFERENCES account,
        FOREIGN KEY (school_id, airplane_row_id) REFERENCES airplane (school_id, row_id),
        CONSTRAINT airplane_taken EXCLUDE USING gist (school_id WITH =, airplane_row_id WITH =, during WITH &&) WHERE (cancelled IS NULL),
        CONSTRAINT instructor_taken EXCLUDE USING gist (school_id WITH =, instructor_id WITH =, during WITH &&) WHERE (cancelled IS NULL),
        CONSTRAINT student_taken EXCLUDE USING gist (school_id WITH =, student_id WITH =, during WITH &&) WHERE (cancelled IS NULL)
      );
      CREATE INDEX booking_during ON booking USING gist (school_id, during);

      CREATE TABLE calendar_feed (
        school_id uuid NOT NULL,
        account_id uuid NOT NULL,
        token_hash text NOT NULL UNIQUE,
        made_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, account_id),
        FOREIGN KEY (school_id, account_id) REFERENCES account ON DELETE CASCADE
      );

      -- What was proposed, and what was changed of it and why.
      ALTER TABLE lesson ADD proposal jsonb;
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE lesson DROP proposal;
      DROP TABLE calendar_feed, booking, signed, log_draft, release_check, solo_limits, landing_word, landing, gate_closing,
        skill_word, student_summary, skill_record, syllabus;
      DROP FUNCTION signed_stays;
      ALTER TABLE attempt DROP critical, DROP broken_off, DROP in_bulk, DROP unseen, DROP depth, DROP worst, DROP lesson_id;
      ALTER TABLE school DROP figures;
      ALTER TABLE account DROP born;
    `);
  }
}
