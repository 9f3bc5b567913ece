/**
 * The usual batch: the next one, of a flight under way, by a key that is known. One statement keeps it, moves the flight on and
 * tells whoever watches. Whatever is not usual changes nothing here, and is told apart where there is time for it.
 */
import type { DataSource } from 'typeorm';
import type { Batch } from './flight.ts';
import { LIVE_CHANNEL, MOST_BYTES } from './limits.ts';

const KEEP = `
  WITH device AS (
    SELECT school_id, airplane_row_id FROM device WHERE key_hash = $1 AND revoked_at IS NULL
  ), moved AS (
    UPDATE live_flight flight
    SET next_seq = $3::int + 1, last_time = $4, bytes = flight.bytes + $5, heard_at = now(),
      clock_offset_ms = coalesce($6, flight.clock_offset_ms)
    FROM device
    WHERE flight.school_id = device.school_id AND flight.airplane_row_id = device.airplane_row_id AND flight.id = $2
      AND flight.next_seq = $3::int AND flight.ended_at IS NULL AND flight.header = $7 AND flight.last_time < $8
      AND flight.bytes + $5 <= $9
    RETURNING flight.school_id, flight.id
  ), kept AS (
    INSERT INTO live_batch (school_id, flight_id, seq, sha256, rows, last_time, clock_ms)
    SELECT school_id, id, $3::int, $10, $11, $4, $12 FROM moved RETURNING flight_id
  )
  SELECT pg_notify('${LIVE_CHANNEL}', flight_id::text) FROM kept`;

/** @returns whether it was kept. */
export async function keepAtOnce(database: DataSource, keyHash: string, batch: Batch): Promise<boolean> {
  const { flightId, seq, read, clockMs } = batch;
  // What cannot be read is refused where there is time to say why.
  if ('refused' in read) return false;
  const said = Number.isFinite(clockMs);
  const told = await database.query<unknown[]>(KEEP, [
    keyHash,
    flightId,
    seq,
    read.lastTime,
    read.rows.length,
    said ? Date.now() - clockMs : null,
    read.header,
    read.firstTime,
    MOST_BYTES,
    read.sha256,
    read.rows,
    said ? clockMs : null,
  ]);
  return told.length === 1;
}
