/** What recurs in a student's latest attempts. */
import { recurringFindings } from '@keel/core';
import type { DataSource } from 'typeorm';
import { PATH_COLUMNS, type PathColumns, pathAttemptOf } from './attempt-rows.ts';

/** Of each maneuver only the last attempts are opened. */
export async function recurringOf(database: DataSource, { schoolId, id }: { schoolId: string; id: string }) {
  const rows: PathColumns[] = await database.query(
    `SELECT ${PATH_COLUMNS} FROM (
       SELECT *, row_number() OVER (PARTITION BY maneuver ORDER BY flown_at DESC, recording_id DESC, attempt DESC) AS nth
       FROM attempt WHERE school_id = $1 AND student_id = $2 AND help NOT IN ('demonstration', 'deliberate-error')
     ) attempt WHERE nth <= 6 ORDER BY flown_at, recording_id, attempt`,
    [schoolId, id],
  );
  return recurringFindings(rows.map((row) => pathAttemptOf(row)));
}
