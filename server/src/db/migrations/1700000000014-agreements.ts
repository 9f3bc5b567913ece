/** Who agreed to what, when, and what ends when. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Agreements1700000000014 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE agreement (
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
      CREATE INDEX agreement_student ON agreement (school_id, student_id);
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE agreement;');
  }
}
