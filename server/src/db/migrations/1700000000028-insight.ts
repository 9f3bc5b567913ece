/** Who gave a grade, rounds in which instructors grade the same attempts blind, and what was forecast when. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Insight1700000000028 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE attempt ADD COLUMN graded_by uuid,
        ADD FOREIGN KEY (school_id, graded_by) REFERENCES account (school_id, id);
      -- What a school asks of all its attempts stands in the index: the rows stay shut.
      CREATE INDEX attempt_graded ON attempt (school_id, graded_by, flown_at)
        INCLUDE (maneuver, grade, self_grade, verdict, student_id) WHERE grade IS NOT NULL;
      CREATE INDEX attempt_flown ON attempt (school_id, flown_at) INCLUDE (maneuver, recording_id, attempt, help, flown_in);

      CREATE TABLE round (
        school_id uuid NOT NULL REFERENCES school,
        id uuid NOT NULL,
        title text NOT NULL,
        made_by uuid NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now(),
        closed_at timestamptz,
        PRIMARY KEY (school_id, id),
        FOREIGN KEY (school_id, made_by) REFERENCES account (school_id, id)
      );
      -- The attempt as everybody saw it: a later score changes nothing of it.
      CREATE TABLE round_attempt (
        school_id uuid NOT NULL,
        round_id uuid NOT NULL,
        nth int NOT NULL CHECK (nth >= 0),
        recording_id uuid NOT NULL,
        attempt jsonb NOT NULL,
        trace jsonb NOT NULL,
        speed_unit text NOT NULL CHECK (speed_unit IN ('kt', 'mph')),
        PRIMARY KEY (school_id, round_id, nth),
        FOREIGN KEY (school_id, round_id) REFERENCES round,
        FOREIGN KEY (school_id, recording_id) REFERENCES recording (school_id, id) ON DELETE CASCADE
      );
      CREATE TABLE round_grade (
        school_id uuid NOT NULL,
        round_id uuid NOT NULL,
        nth int NOT NULL,
        instructor_id uuid NOT NULL,
        grade int NOT NULL CHECK (grade BETWEEN 1 AND 4),
        given_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, round_id, nth, instructor_id),
        FOREIGN KEY (school_id, round_id, nth) REFERENCES round_attempt ON DELETE CASCADE,
        FOREIGN KEY (school_id, instructor_id) REFERENCES account (school_id, id)
      );
      -- What an instructor says to their own figures.
      CREATE TABLE grading_answer (
        school_id uuid NOT NULL,
        instructor_id uuid NOT NULL,
        words text NOT NULL,
        said_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (school_id, instructor_id),
        FOREIGN KEY (school_id, instructor_id) REFERENCES account (school_id, id)
      );
      CREATE TABLE forecast (
        school_id uuid NOT NULL,
        student_id uuid NOT NULL,
        -- The day of the school's zone, and the lessons flown by then.
        day date NOT NULL,
        lessons int NOT NULL,
        low int NOT NULL,
        middle int NOT NULL,
        high int NOT NULL,
        PRIMARY KEY (school_id, student_id, day),
        FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id)
      );
      -- Airspeeds above a limit, in an attempt or outside of any.
      CREATE TABLE exceedance (
        school_id uuid NOT NULL,
        recording_id uuid NOT NULL,
        nth int NOT NULL CHECK (nth >= 0),
        finding text NOT NULL,
        at_s double precision NOT NULL,
        kias double precision NOT NULL,
        limit_kias double precision NOT NULL,
        -- The chief who has seen it.
        seen_by uuid,
        seen_at timestamptz,
        PRIMARY KEY (school_id, recording_id, nth),
        FOREIGN KEY (school_id, recording_id) REFERENCES recording (school_id, id) ON DELETE CASCADE,
        FOREIGN KEY (school_id, seen_by) REFERENCES account (school_id, id),
        CHECK ((seen_by IS NULL) = (seen_at IS NULL))
      );
      -- Who graded, what was too fast and how long each skill took is worked out from what is kept.
      INSERT INTO task (school_id, kind, subject)
        SELECT school_id, 'count', id::text FROM recording WHERE status = 'analysed'
        UNION ALL SELECT id, 'records', id::text FROM school
        ON CONFLICT (school_id, kind, subject) WHERE state = 'waiting' DO NOTHING`);
  }

  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
