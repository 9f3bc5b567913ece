/** The flight's columns for drawing, how a table of another make is read, and what each flight tells of its airplane. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Debrief1700000000004 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE recording ADD mapping jsonb, ADD epoch_ms double precision;
      ALTER TABLE score ADD observations jsonb NOT NULL DEFAULT '[]';
      CREATE TABLE flight (
        score_id uuid PRIMARY KEY REFERENCES score ON DELETE CASCADE,
        data bytea NOT NULL
      );
      CREATE TABLE column_mapping (
        school_id uuid NOT NULL REFERENCES school,
        header_key text NOT NULL CHECK (header_key ~ '^[0-9a-f]{64}$'),
        mapping jsonb NOT NULL,
        PRIMARY KEY (school_id, header_key)
      );
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DROP TABLE column_mapping;
      DROP TABLE flight;
      ALTER TABLE score DROP observations;
      ALTER TABLE recording DROP mapping, DROP epoch_ms;
    `);
  }
}
