/**
 * Flights under way: devices with a key of their own, and what they sent, batch by batch, until it is a recording. A recording of a
 * flight that matches no lesson is nobody’s until it is given to someone.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Live1700000000011 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE recording ALTER student_id DROP NOT NULL;
      ALTER TABLE recording ALTER uploaded_by DROP NOT NULL;

      CREATE TABLE device (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        name text NOT NULL,
        airplane_row_id uuid NOT NULL,
        key_hash text NOT NULL UNIQUE,
        made_by uuid NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now(),
        revoked_at timestamptz,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, airplane_row_id) REFERENCES airplane (school_id, row_id),
        FOREIGN KEY (school_id, made_by) REFERENCES account
      );

      CREATE TABLE live_flight (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        device_id uuid NOT NULL,
        airplane_row_id uuid NOT NULL,
        student_id uuid,
        lesson_id uuid,
        begun_at timestamptz NOT NULL DEFAULT now(),
        heard_at timestamptz NOT NULL DEFAULT now(),
        next_seq int NOT NULL DEFAULT 0,
        header text,
        last_time double precision,
        bytes bigint NOT NULL DEFAULT 0,
        -- The server’s clock less the device’s, ms.
        clock_offset_ms double precision,
        recording_id uuid,
        ended_at timestamptz,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, device_id) REFERENCES device,
        FOREIGN KEY (school_id, student_id) REFERENCES account
      );
      CREATE UNIQUE INDEX live_flight_open ON live_flight (school_id, device_id) WHERE ended_at IS NULL;

      CREATE TABLE live_batch (
        school_id uuid NOT NULL,
        flight_id uuid NOT NULL,
        seq int NOT NULL,
        sha256 text NOT NULL,
        -- The rows as they came, without their header, and the time of the last one.
        rows text NOT NULL,
        last_time double precision NOT NULL,
        -- The device’s clock as it sent, ms; null where it did not say.
        clock_ms double precision,
        received_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, flight_id, seq),
        FOREIGN KEY (school_id, flight_id) REFERENCES live_flight ON DELETE CASCADE
      );

      CREATE TABLE live_note (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        lesson_id uuid NOT NULL,
        author_id uuid NOT NULL,
        -- When it was meant, by the server’s clock.
        at timestamptz NOT NULL,
        body jsonb NOT NULL,
        undone boolean NOT NULL DEFAULT false,
        -- Said of the recording by now.
        said boolean NOT NULL DEFAULT false,
        created_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, lesson_id) REFERENCES lesson ON DELETE CASCADE,
        FOREIGN KEY (school_id, author_id) REFERENCES account
      );
      CREATE INDEX live_note_lesson ON live_note (school_id, lesson_id, at);
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DROP TABLE live_note, live_batch, live_flight, device;
      DELETE FROM recording WHERE student_id IS NULL OR uploaded_by IS NULL;
      ALTER TABLE recording ALTER student_id SET NOT NULL, ALTER uploaded_by SET NOT NULL;
    `);
  }
}
