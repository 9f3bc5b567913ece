/** A lesson is a booking too: found by it, and deleted with it while nothing hangs on it. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Calendar1700000000021 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE INDEX booking_lesson ON booking (school_id, lesson_id) WHERE lesson_id IS NOT NULL;
      CREATE INDEX entered_attempt_lesson ON entered_attempt (school_id, lesson_id) WHERE lesson_id IS NOT NULL;
      -- Recordings, notes and attempts entered by hand refer to their lesson: with any of them it stays.
      CREATE FUNCTION delete_lesson(session text, of_school uuid, one uuid) RETURNS void
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
      DECLARE who uuid;
      BEGIN
        SELECT account.id INTO who FROM session AS s
          JOIN account ON account.school_id = s.school_id AND account.id = s.account_id
          WHERE s.token_hash = session AND s.school_id = of_school AND account.role <> 'student';
        IF who IS NULL THEN RAISE EXCEPTION 'permission denied: a lesson is deleted by who teaches'; END IF;
        UPDATE booking SET lesson_id = NULL, version = version + 1, cancelled = coalesce(cancelled, jsonb_build_object(
            'by', who, 'at', to_char(now() AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'), 'why', 'other', 'words', 'The lesson was deleted.'))
          WHERE school_id = of_school AND lesson_id = one;
        DELETE FROM lesson WHERE school_id = of_school AND id = one;
      END $$`);
    await runner.query('REVOKE EXECUTE ON FUNCTION delete_lesson FROM PUBLIC');
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
