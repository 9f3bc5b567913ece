/** What a person has settled for their own screen. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class OwnSettings1700000000015 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE account ADD own_settings jsonb NOT NULL DEFAULT '{}'");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE account DROP own_settings');
  }
}
