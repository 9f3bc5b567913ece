/** Flights are of the airplane or of the trainer; what was drawn before there was a trainer counts as one of its. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Trainer1700000000003 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE recording DROP CONSTRAINT recording_flown_in_check`);
    await runner.query(`UPDATE recording SET flown_in = 'trainer' WHERE flown_in = 'drawn'`);
    await runner.query(
      `ALTER TABLE recording ADD CONSTRAINT recording_flown_in_check CHECK (flown_in IN ('airplane', 'trainer'))`,
    );
    await runner.query(`ALTER TABLE lesson ADD COLUMN sight_pictures jsonb NOT NULL DEFAULT '[]'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE lesson DROP COLUMN sight_pictures`);
    await runner.query(`ALTER TABLE recording DROP CONSTRAINT recording_flown_in_check`);
    await runner.query(
      `ALTER TABLE recording ADD CONSTRAINT recording_flown_in_check CHECK (flown_in IN ('airplane', 'trainer', 'drawn'))`,
    );
  }
}
