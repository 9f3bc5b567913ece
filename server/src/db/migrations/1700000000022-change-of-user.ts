/** Two people who share a tablet change over with a code of their own, each within a session that was begun with a password. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class ChangeOfUser1700000000022 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE session
        ADD COLUMN shared_device text,
        ADD COLUMN code_hash text,
        ADD COLUMN code_until timestamptz,
        ADD COLUMN code_tries smallint NOT NULL DEFAULT 0 CHECK (code_tries BETWEEN 0 AND 5),
        ADD CONSTRAINT session_code_whole CHECK (
          (shared_device IS NULL) = (code_hash IS NULL) AND (code_hash IS NULL) = (code_until IS NULL));
      CREATE INDEX session_shared_device ON session (shared_device) WHERE shared_device IS NOT NULL`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
