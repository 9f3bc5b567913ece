/** Whether a recorded landing was flown down without the engine; null where the recording does not tell. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class PowerOff1700000000016 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE landing ADD power_off boolean');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE landing DROP power_off');
  }
}
