/** What speeds of a student are shown in where several airplanes meet: the school's unit, else the last airplane's. */
import type { Technique } from '@keel/core';
import type { DataSource } from 'typeorm';

export const speedUnitOf = (
  { speedUnit }: Pick<Technique, 'speedUnit'>,
  airplane: string | null,
): 'kt' | 'mph' => ((speedUnit === 'airplane' ? airplane : speedUnit) === 'mph' ? 'mph' : 'kt');

/** Of the airplane of the latest lesson; null where there is none yet. */
export async function latestAirplaneUnit(
  database: DataSource,
  { schoolId, id }: { schoolId: string; id: string },
): Promise<string | null> {
  const [row]: { unit: string }[] = await database.query(
    `SELECT airplane.data->>'speedUnit' AS unit FROM lesson
     JOIN airplane ON airplane.school_id = lesson.school_id AND airplane.row_id = lesson.airplane_row_id
     WHERE lesson.school_id = $1 AND lesson.student_id = $2 ORDER BY lesson.planned_at DESC LIMIT 1`,
    [schoolId, id],
  );
  return row?.unit ?? null;
}
