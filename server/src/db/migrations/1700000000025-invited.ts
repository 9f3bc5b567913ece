/** Who is invited has an account from the first day, so that they can be planned for; an invitation may name it. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Invited1700000000025 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE link DROP CONSTRAINT link_check1;
      ALTER TABLE link ADD CONSTRAINT link_names CHECK (kind <> 'reset' OR account_id IS NOT NULL)`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
