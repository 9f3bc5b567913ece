/** What went wrong in an attempt becomes rows, so that a school can be asked how often it does. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Findings1700000000024 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE attempt_finding (
        school_id uuid NOT NULL,
        recording_id uuid NOT NULL,
        attempt int NOT NULL,
        -- Its place among the attempt's, as they were found.
        nth int NOT NULL CHECK (nth >= 0),
        finding text NOT NULL,
        severity text NOT NULL CHECK (severity IN ('note', 'fault', 'critical')),
        size double precision NOT NULL,
        params jsonb,
        -- Of a score of the first version: its words as they were.
        as_written jsonb,
        PRIMARY KEY (school_id, recording_id, attempt, nth),
        FOREIGN KEY (school_id, recording_id, attempt) REFERENCES attempt ON DELETE CASCADE
      );
      CREATE INDEX attempt_finding_kind ON attempt_finding (school_id, finding);
      INSERT INTO attempt_finding (school_id, recording_id, attempt, nth, finding, severity, size, params, as_written)
        SELECT school_id, recording_id, attempt, nth - 1, one->>'id', one->>'severity',
          (one->>'size')::double precision, one->'params', one->'asWritten'
        FROM attempt, jsonb_array_elements(
          CASE jsonb_typeof(data->'findings') WHEN 'array' THEN data->'findings' ELSE '[]' END) WITH ORDINALITY AS f (one, nth);
      UPDATE attempt SET data = data - 'findings'`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
