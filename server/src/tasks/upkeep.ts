/** Removes what has had its time; by the clock, in one process at a time. */
import type { DataSource } from 'typeorm';
import { tidyFiles } from '../files/recording-files.ts';
import { countFigures } from '../path/school-figures.ts';

/** Each in words a database reads: what goes, and when. */
const RULES = [
  'DELETE FROM session WHERE expires_at < now()',
  // A file that was made is fetched at once; the task tells a day longer that it was done.
  "UPDATE task SET output = NULL WHERE output IS NOT NULL AND finished_at < now() - interval '15 minutes'",
  "DELETE FROM task WHERE finished_at < now() - interval '1 day'",
  'SELECT purge_recordings()',
  // Whoever watches to the end has seen it by then; what a device sent again is told by its hash.
  `UPDATE live_batch SET rows = NULL FROM live_flight AS flight
   WHERE flight.school_id = live_batch.school_id AND flight.id = live_batch.flight_id AND live_batch.rows IS NOT NULL
     AND flight.recording_id IS NOT NULL AND flight.ended_at < now() - interval '10 minutes'`,
  "DELETE FROM link WHERE expires_at < now() - interval '30 days'",
  'DELETE FROM throttle WHERE expire < extract(epoch FROM now()) * 1000',
];

/** Every quarter of an hour, by whichever process looks first. */
export async function upkeepIfDue(database: DataSource): Promise<void> {
  const due: [unknown[], number] = await database.query(
    "UPDATE upkeep SET done_at = now() WHERE done_at < now() - interval '15 minutes' RETURNING done_at",
  );
  if (due[1] > 0) await upkeep(database);
}

export async function upkeep(database: DataSource): Promise<void> {
  for (const rule of RULES) await database.query(rule);
  await tidyFiles(database);
  await countFigures(database);
}
