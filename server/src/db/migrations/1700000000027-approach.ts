/** A landing or go-around keeps what was measured of its approach. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Approach1700000000027 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE landing ADD COLUMN approach jsonb`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
