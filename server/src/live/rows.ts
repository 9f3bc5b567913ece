/** The rows of a flight, as they are kept. */
import type { DataSource } from 'typeorm';
import { type LiveFlight, LiveFlightEntity } from '../db/entities.ts';

type Which = Pick<LiveFlight, 'schoolId' | 'id'>;

/** Batches from one to another, both among them, in their order; none of a flight whose file has taken their place. */
export const batchesBetween = (
  database: DataSource,
  { schoolId, id }: Which,
  first: number,
  last: number,
): Promise<{ seq: number; rows: string }[]> =>
  database.query(
    `SELECT seq, rows FROM live_batch
     WHERE school_id = $1 AND flight_id = $2 AND seq BETWEEN $3 AND $4 AND rows IS NOT NULL ORDER BY seq`,
    [schoolId, id, first, last],
  );

/** The rows of a flight up to a batch, as the file that they will be. */
export async function fileUpTo(
  database: DataSource,
  { schoolId, id }: Which,
  seq: number,
): Promise<Uint8Array> {
  const { header } = await database.getRepository(LiveFlightEntity).findOneByOrFail({ schoolId, id });
  const batches = await batchesBetween(database, { schoolId, id }, 0, seq);
  return new TextEncoder().encode(`${header}\n${batches.map(({ rows }) => rows).join('')}`);
}
