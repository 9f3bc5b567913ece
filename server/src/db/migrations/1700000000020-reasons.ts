/** What keeps a skill from ready is kept as codes and figures; what was kept as a sentence is shown as it was written. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Reasons1700000000020 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      UPDATE skill_record SET record = jsonb_set(record, '{missing}', (
        SELECT coalesce(jsonb_agg(
          CASE WHEN jsonb_typeof(one) = 'string'
            THEN jsonb_build_object('code', 'as-written', 'params', jsonb_build_object('text', one))
            ELSE one END ORDER BY nth), '[]'::jsonb)
        FROM jsonb_array_elements(record->'missing') WITH ORDINALITY AS missing(one, nth)))
      WHERE jsonb_typeof(record->'missing'->0) = 'string'`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
