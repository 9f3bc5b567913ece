/** A mark may have a voice: some seconds of sound, kept with what was said while it was flown. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Voice1700000000012 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE live_note ADD voice bytea, ADD voice_type text;');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE live_note DROP voice, DROP voice_type;');
  }
}
