/** The rows of a flight, as they are kept. */
import { type DataSource, LessThanOrEqual } from 'typeorm';
import { LiveBatchEntity, type LiveFlight } from '../db/entities.ts';

/** The rows of a flight up to a batch, as the file that they will be. */
export async function fileUpTo(database: DataSource, flight: LiveFlight, seq: number): Promise<string> {
  const batches = await database.getRepository(LiveBatchEntity).find({
    select: { rows: true },
    where: { schoolId: flight.schoolId, flightId: flight.id, seq: LessThanOrEqual(seq) },
    order: { seq: 'ASC' },
  });
  return `${flight.header}\n${batches.map(({ rows }) => rows).join('')}`;
}
