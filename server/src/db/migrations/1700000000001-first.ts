/** The first tables. Everything belongs to a school; what belongs to a student also names the student. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class First1700000000001 implements MigrationInterface {
  readonly name = 'First1700000000001';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE school (
        id uuid PRIMARY KEY,
        name text NOT NULL,
        settings jsonb NOT NULL
      );
      CREATE TABLE account (
        id uuid PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        email text NOT NULL CHECK (email = lower(email)),
        name text NOT NULL,
        role text NOT NULL CHECK (role IN ('student', 'instructor', 'chief')),
        password_hash text NOT NULL,
        UNIQUE (email),
        UNIQUE (id, school_id)
      );
      CREATE INDEX account_school ON account (school_id, role);
      CREATE TABLE teaching (
        instructor_id uuid NOT NULL REFERENCES account ON DELETE CASCADE,
        student_id uuid NOT NULL REFERENCES account ON DELETE CASCADE,
        PRIMARY KEY (instructor_id, student_id)
      );
      CREATE INDEX teaching_student ON teaching (student_id);
      CREATE TABLE session (
        token_hash text PRIMARY KEY,
        account_id uuid NOT NULL REFERENCES account ON DELETE CASCADE,
        expires_at timestamptz NOT NULL
      );
      CREATE INDEX session_account ON session (account_id);
      CREATE TABLE airplane (
        row_id uuid PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        id text NOT NULL,
        data jsonb NOT NULL,
        UNIQUE (school_id, id),
        UNIQUE (row_id, school_id)
      );
      CREATE TABLE standard (
        row_id uuid PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        id text NOT NULL,
        version int NOT NULL CHECK (version > 0),
        data jsonb NOT NULL,
        UNIQUE (school_id, id, version),
        UNIQUE (row_id, school_id)
      );
      CREATE TABLE lesson (
        id uuid PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        student_id uuid NOT NULL,
        instructor_id uuid NOT NULL,
        airplane_row_id uuid NOT NULL,
        standard_row_id uuid NOT NULL,
        title text NOT NULL CHECK (title <> ''),
        planned_at timestamptz NOT NULL,
        conditions jsonb NOT NULL,
        cards jsonb NOT NULL,
        version int NOT NULL DEFAULT 1,
        UNIQUE (id, student_id),
        FOREIGN KEY (student_id, school_id) REFERENCES account (id, school_id),
        FOREIGN KEY (instructor_id, school_id) REFERENCES account (id, school_id),
        FOREIGN KEY (airplane_row_id, school_id) REFERENCES airplane (row_id, school_id),
        FOREIGN KEY (standard_row_id, school_id) REFERENCES standard (row_id, school_id)
      );
      CREATE INDEX lesson_student ON lesson (student_id, planned_at DESC);
      CREATE TABLE recording (
        id uuid PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        student_id uuid NOT NULL,
        lesson_id uuid,
        airplane_row_id uuid NOT NULL,
        standard_row_id uuid NOT NULL,
        uploaded_by uuid NOT NULL REFERENCES account,
        file_name text NOT NULL,
        sha256 text NOT NULL CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        size int NOT NULL CHECK (size >= 0),
        weight_lb double precision,
        ground_ft double precision,
        flown_in text NOT NULL CHECK (flown_in IN ('airplane', 'trainer', 'drawn')),
        status text NOT NULL CHECK (status IN ('analysing', 'analysed', 'refused')),
        refusal text,
        flown_at timestamptz NOT NULL,
        UNIQUE (student_id, sha256),
        FOREIGN KEY (student_id, school_id) REFERENCES account (id, school_id),
        FOREIGN KEY (lesson_id, student_id) REFERENCES lesson (id, student_id),
        FOREIGN KEY (airplane_row_id, school_id) REFERENCES airplane (row_id, school_id),
        FOREIGN KEY (standard_row_id, school_id) REFERENCES standard (row_id, school_id)
      );
      CREATE INDEX recording_student ON recording (student_id, flown_at);
      CREATE INDEX recording_lesson ON recording (lesson_id);
      CREATE TABLE recording_file (
        recording_id uuid PRIMARY KEY REFERENCES recording ON DELETE CASCADE,
        bytes bytea NOT NULL
      );
      CREATE TABLE recording_chunk (
        recording_id uuid NOT NULL REFERENCES recording ON DELETE CASCADE,
        seq int NOT NULL CHECK (seq >= 0),
        rows int NOT NULL CHECK (rows > 0),
        channels text[] NOT NULL,
        data bytea NOT NULL,
        PRIMARY KEY (recording_id, seq)
      );
      CREATE TABLE score (
        id uuid PRIMARY KEY,
        recording_id uuid NOT NULL REFERENCES recording ON DELETE CASCADE,
        core text NOT NULL,
        score jsonb NOT NULL,
        profile jsonb NOT NULL,
        keels jsonb NOT NULL,
        current boolean NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE INDEX score_recording ON score (recording_id);
      CREATE UNIQUE INDEX score_one_current ON score (recording_id) WHERE current;
      CREATE TABLE keel (
        score_id uuid NOT NULL REFERENCES score ON DELETE CASCADE,
        attempt int NOT NULL CHECK (attempt >= 0),
        trace jsonb NOT NULL,
        PRIMARY KEY (score_id, attempt)
      );
      CREATE TABLE said (
        id uuid PRIMARY KEY,
        recording_id uuid NOT NULL REFERENCES recording ON DELETE CASCADE,
        author_id uuid NOT NULL REFERENCES account,
        body jsonb NOT NULL CHECK (body ? 'kind'),
        created_at timestamptz NOT NULL DEFAULT clock_timestamp()
      );
      CREATE INDEX said_recording ON said (recording_id, created_at);
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      'DROP TABLE said, keel, score, recording_chunk, recording_file, recording, lesson, standard, airplane, session, teaching, account, school',
    );
  }
}
