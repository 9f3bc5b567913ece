/** Who watches which flight: one ear at the database for a process, and it closes when the last watcher has gone. */
import { EventEmitter } from 'node:events';
import type { DataSource } from 'typeorm';
import type { PostgresDataSourceOptions } from 'typeorm/driver/postgres/PostgresDataSourceOptions.js';
import { type Ear, listen } from '../tasks/wake.ts';
import { LIVE_CHANNEL } from './limits.ts';

interface Hub {
  events: EventEmitter;
  watchers: number;
  ear: Promise<Ear>;
}
const hubs = new WeakMap<DataSource, Hub>();

/** Calls back whenever something of a flight came, and once more after a connection was lost. @returns how to stop. */
export async function watchFlight(
  database: DataSource,
  flightId: string,
  came: (what: 'batch' | 'end' | 'all') => void,
): Promise<() => Promise<void>> {
  let hub = hubs.get(database);
  if (!hub) {
    const events = new EventEmitter().setMaxListeners(0);
    const { url } = database.options as PostgresDataSourceOptions;
    const hear = (told: string | null) => {
      const [id, end] = told?.split('/') ?? ['all'];
      events.emit(id, told === null ? 'all' : end ? 'end' : 'batch');
    };
    const ear = listen(url ?? '', hear, LIVE_CHANNEL);
    hub = { events, watchers: 0, ear };
    hubs.set(database, hub);
  }
  const mine = hub;
  mine.watchers++;
  mine.events.on(flightId, came);
  mine.events.on('all', came);
  await mine.ear;
  return async () => {
    mine.events.off(flightId, came);
    mine.events.off('all', came);
    mine.watchers--;
    if (mine.watchers > 0) return;
    hubs.delete(database);
    await (await mine.ear).close();
  };
}
