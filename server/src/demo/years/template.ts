/** The club's flights that the second school flies after it. */
import type { AttemptScore, StatementBody } from '@keel/core';
import type { EntityManager } from 'typeorm';

/** A flight of the club that others fly after it. */
export interface Template {
  recordingId: string;
  lessonId: string | null;
  airplaneRowId: string;
  standardRowId: string;
  attempts: AttemptScore[];
  scoreId: string;
  statements: StatementBody[];
  durationS: number;
}

/** In the order flown. */
export async function templatesOf(
  manager: EntityManager,
  { schoolId, studentId }: { schoolId: string; studentId: string },
): Promise<Template[]> {
  return manager.query(
    `SELECT recording.id AS "recordingId", lesson_id AS "lessonId", airplane_row_id AS "airplaneRowId",
       standard_row_id AS "standardRowId", score.id AS "scoreId", score.score->'attempts' AS attempts,
       (score.score->'recording'->>'durationS')::float AS "durationS",
       (SELECT coalesce(jsonb_agg(body ORDER BY created_at), '[]') FROM statement
         WHERE statement.school_id = $1 AND recording_id = recording.id) AS statements
     FROM recording JOIN score ON score.school_id = $1 AND score.recording_id = recording.id AND score.current
     WHERE recording.school_id = $1 AND student_id = $2 AND flown_in = 'airplane' AND deleted_at IS NULL
     ORDER BY flown_at`,
    [schoolId, studentId],
  );
}
