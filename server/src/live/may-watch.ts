/** Who may watch a flight under way. */
import type { DataSource } from 'typeorm';
import { type LiveFlight, LiveFlightEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound } from '../http/problem.ts';
import { visible } from '../scope.ts';

/** What an instructor may watch besides their own students: what is nobody’s, in an airplane that they had that day. */
export async function mayWatch(database: DataSource, viewer: Viewer, flight: LiveFlight): Promise<boolean> {
  const { schoolId, id, begunAt } = flight;
  const query = database
    .getRepository(LiveFlightEntity)
    .createQueryBuilder('flight')
    .where('flight.id = :id', { id });
  if (flight.schoolId !== viewer.schoolId) return false;
  if (viewer.role === 'chief') return true;
  if (flight.studentId) return (await visible(query, 'flight', viewer).getCount()) > 0;
  if (viewer.role !== 'instructor') return false;
  const [{ has }]: { has: boolean }[] = await database.query(
    `SELECT EXISTS (SELECT FROM booking WHERE school_id = $1 AND airplane_row_id = $2 AND instructor_id = $3 AND cancelled IS NULL
       AND during && tstzrange($4::timestamptz - interval '12 hours', $4::timestamptz + interval '12 hours'))
     OR EXISTS (SELECT FROM lesson WHERE school_id = $1 AND airplane_row_id = $2 AND instructor_id = $3
       AND planned_at BETWEEN $4::timestamptz - interval '12 hours' AND $4::timestamptz + interval '12 hours') AS has`,
    [schoolId, flight.airplaneRowId, viewer.id, begunAt],
  );
  return has;
}

export async function requireFlight(database: DataSource, viewer: Viewer, id: string): Promise<LiveFlight> {
  const flight = await database.getRepository(LiveFlightEntity).findOneBy({ schoolId: viewer.schoolId, id });
  if (!flight || !(await mayWatch(database, viewer, flight))) throw notFound('flight');
  return flight;
}
