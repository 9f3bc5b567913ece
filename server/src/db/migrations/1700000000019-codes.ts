/**
 * Attempts as rows hold the codes and figures of their findings, and no sentences: those of older scores keep their words as they
 * were written. The scores themselves stay as they are, and are read in either form.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Codes1700000000019 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      UPDATE attempt SET data = jsonb_set(data - 'wentFirst', '{findings}', (
        SELECT coalesce(jsonb_agg(
          CASE WHEN one ? 'what'
            THEN (one - 'what') || jsonb_build_object('size', 0, 'asWritten',
              jsonb_build_object('what', one->'what', 'why', '', 'tryNext', ''))
            ELSE one END ORDER BY nth), '[]'::jsonb)
        FROM jsonb_array_elements(data->'findings') WITH ORDINALITY AS found(one, nth)))
      WHERE data ? 'wentFirst'`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
