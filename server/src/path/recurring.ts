/** What recurs in a student's latest attempts. */
import { type PathAttempt, recurringFindings } from '@keel/core';
import type { DataSource } from 'typeorm';

/** Of each maneuver only the last attempts are opened. */
export async function recurringOf(database: DataSource, { schoolId, id }: { schoolId: string; id: string }) {
  const rows: { data: PathAttempt }[] = await database.query(
    `SELECT data FROM (
       SELECT data, flown_at, recording_id, attempt,
         row_number() OVER (PARTITION BY maneuver ORDER BY flown_at DESC, recording_id DESC, attempt DESC) AS nth
       FROM attempt WHERE school_id = $1 AND student_id = $2 AND help NOT IN ('demonstration', 'deliberate-error')
     ) last WHERE nth <= 6 ORDER BY flown_at, recording_id, attempt`,
    [schoolId, id],
  );
  return recurringFindings(rows.map(({ data }) => data));
}
