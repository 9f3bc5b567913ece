/** Attempts entered by hand: a grade for what nothing recorded. Taken back, never deleted. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Entered1700000000007 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE entered_attempt (
        id uuid PRIMARY KEY,
        school_id uuid NOT NULL REFERENCES school,
        student_id uuid NOT NULL,
        author_id uuid NOT NULL,
        lesson_id uuid,
        body jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        withdrawn jsonb,
        FOREIGN KEY (student_id, school_id) REFERENCES account (id, school_id),
        FOREIGN KEY (author_id, school_id) REFERENCES account (id, school_id),
        FOREIGN KEY (lesson_id, student_id) REFERENCES lesson (id, student_id)
      );
      CREATE INDEX entered_attempt_student ON entered_attempt (student_id, created_at);
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE entered_attempt');
  }
}
