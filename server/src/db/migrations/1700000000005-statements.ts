/** What is said of a recording is a statement. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Statements1700000000005 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE said RENAME TO statement;
      ALTER INDEX said_recording RENAME TO statement_recording;
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER INDEX statement_recording RENAME TO said_recording;
      ALTER TABLE statement RENAME TO said;
    `);
  }
}
