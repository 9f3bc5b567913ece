/**
 * A flight is stored twice: the file as it came, and columns for drawing. The columns as read were a third copy, and the rows
 * that a device sent a fourth: the first is read from the file where somebody asks for it, the second goes once the file is
 * written. Bytes may lie in a folder.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Once1700000000026 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DROP TABLE recording_chunk;
      ALTER TABLE recording_file ALTER bytes DROP NOT NULL;
      ALTER TABLE live_batch ALTER rows DROP NOT NULL`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
