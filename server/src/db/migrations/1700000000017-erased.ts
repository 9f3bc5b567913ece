/** Since when an account is erased: closed for good, without a name or an address. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Erased1700000000017 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE account ADD erased_at timestamptz');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE account DROP erased_at');
  }
}
