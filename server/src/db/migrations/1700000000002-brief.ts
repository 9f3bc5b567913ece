/** Lessons of several maneuvers, choices of technique, and versions of what two windows may edit. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Brief1700000000002 implements MigrationInterface {
  readonly name = 'Brief1700000000002';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE school ADD version int NOT NULL DEFAULT 1;
      ALTER TABLE airplane ADD version int NOT NULL DEFAULT 1;
      UPDATE school SET settings = (settings - 'judge' - 'clearsBeforeEach') || jsonb_build_object(
        'technique', jsonb_build_object(
          'judge', settings->'judge',
          'clearingWhen', CASE WHEN (settings->>'clearsBeforeEach')::boolean THEN 'before-each' ELSE 'once' END
        )
      );
      ALTER TABLE lesson
        ADD items jsonb NOT NULL DEFAULT '[{"id": "steep-turns", "maneuver": "steep-turn"}]'
          CHECK (jsonb_typeof(items) = 'array'),
        ADD technique jsonb NOT NULL DEFAULT '{}',
        ADD focus text NOT NULL DEFAULT '',
        ADD parked jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(parked) = 'array'),
        ADD plan jsonb;
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE lesson DROP items, DROP technique, DROP focus, DROP parked, DROP plan;
      UPDATE school SET settings = (settings - 'technique') || jsonb_build_object(
        'judge', coalesce(settings->'technique'->'judge', '"examiner"'),
        'clearsBeforeEach', settings->'technique'->>'clearingWhen' = 'before-each'
      );
      ALTER TABLE airplane DROP version;
      ALTER TABLE school DROP version;
    `);
  }
}
