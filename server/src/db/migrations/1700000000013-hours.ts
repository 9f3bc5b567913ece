/** The hours of the week in which a person usually has time. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Hours1700000000013 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE account ADD usual_hours jsonb NOT NULL DEFAULT '[]';");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE account DROP usual_hours;');
  }
}
