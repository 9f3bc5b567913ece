/** A school copies a standard and edits it; every change is a version of its own, with who and when. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Standards1700000000006 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE standard
        ADD COLUMN edited_by uuid REFERENCES account (id),
        ADD COLUMN edited_at timestamptz NOT NULL DEFAULT now();
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE standard DROP COLUMN edited_by, DROP COLUMN edited_at');
  }
}
