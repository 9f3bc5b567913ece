/** The hours of the week in which a person usually has time; and attempts flown in air that an instructor called rough. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Hours1700000000013 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE account ADD usual_hours jsonb NOT NULL DEFAULT '[]';
      ALTER TABLE attempt ADD moderate_air boolean NOT NULL DEFAULT false;
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE attempt DROP moderate_air; ALTER TABLE account DROP usual_hours;');
  }
}
