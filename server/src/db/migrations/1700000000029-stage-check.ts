/** Stage checks, and the training between a check that was not passed and its repetition. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class StageCheck1700000000029 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE stage_check (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        student_id uuid NOT NULL,
        lesson_id uuid NOT NULL,
        checker_id uuid NOT NULL,
        designated_by uuid NOT NULL,
        by_own_instructor boolean NOT NULL,
        retest_of uuid,
        plan jsonb NOT NULL,
        marks jsonb NOT NULL,
        discontinued text,
        closed_at timestamptz,
        made_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
        FOREIGN KEY (school_id, lesson_id) REFERENCES lesson (school_id, id),
        FOREIGN KEY (school_id, checker_id) REFERENCES account (school_id, id),
        FOREIGN KEY (school_id, designated_by) REFERENCES account (school_id, id),
        FOREIGN KEY (school_id, retest_of) REFERENCES stage_check (school_id, id),
        CHECK (checker_id <> student_id),
        CHECK (discontinued IS NULL OR closed_at IS NOT NULL)
      );
      CREATE INDEX stage_check_student ON stage_check (school_id, student_id, made_at);
      CREATE INDEX stage_check_lesson ON stage_check (school_id, lesson_id);
      CREATE TABLE stage_retraining (
        school_id uuid NOT NULL,
        id uuid NOT NULL,
        check_id uuid NOT NULL,
        author_id uuid NOT NULL,
        body jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, check_id) REFERENCES stage_check (school_id, id),
        FOREIGN KEY (school_id, author_id) REFERENCES account (school_id, id)
      );
      -- A result stays as it was closed.
      CREATE FUNCTION stage_check_stays() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          RAISE EXCEPTION 'a stage check that is closed is never changed' USING ERRCODE = 'restrict_violation';
        END $$;
      CREATE TRIGGER stage_check_stays BEFORE UPDATE OR DELETE ON stage_check
        FOR EACH ROW WHEN (OLD.closed_at IS NOT NULL) EXECUTE FUNCTION stage_check_stays()`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
