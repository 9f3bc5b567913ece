/** What of a student's booked lessons was flown of late, and what is booked ahead. */
import type { Booked } from '@keel/core';
import type { DataSource } from 'typeorm';
import type { Account } from '../db/entities.ts';

/** As far back as a pace is the pace of today. */
const LATE_DAYS = 120;

export async function bookedOf(
  source: Pick<DataSource, 'query'>,
  { schoolId, id }: Pick<Account, 'schoolId' | 'id'>,
  now: Date,
): Promise<Booked> {
  const rows: { days: number; fellOut: boolean }[] = await source.query(
    `SELECT extract(epoch FROM lower(during) - $3)::float8 / 86400 AS days, cancelled IS NOT NULL AS "fellOut"
     FROM booking
     WHERE school_id = $1 AND student_id = $2 AND kind IN ('lesson', 'solo') AND lower(during) > $3 - $4 * interval '1 day'
     ORDER BY lower(during)`,
    [schoolId, id, now, LATE_DAYS],
  );
  const past = rows.filter(({ days }) => days <= 0);
  return {
    kept: past.filter(({ fellOut }) => !fellOut).length,
    fellOut: past.filter(({ fellOut }) => fellOut).length,
    aheadDays: rows.filter(({ days, fellOut }) => days > 0 && !fellOut).map(({ days }) => days),
  };
}
