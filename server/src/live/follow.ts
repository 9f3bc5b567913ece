/**
 * A flight as it comes, once for a process however many watch: each batch is fetched, coached and written as text one time, and
 * every watcher is handed the same. Those who come late, or come back, are given what they missed from the database.
 */
import type { DataSource } from 'typeorm';
import { type LiveFlight, LiveFlightEntity } from '../db/entities.ts';
import { isConnectionError } from '../db/errors.ts';
import type { Services } from '../http/env.ts';
import { log, plain } from '../http/log.ts';
import { cells } from './batch.ts';
import { before, lastVerdict } from './coached.ts';
import { watchFlight } from './hub.ts';
import { batchesBetween } from './rows.ts';

/** So many batches are kept at hand: a few minutes. */
const AT_HAND = 600;
const PIECE = 200;
/** After the database did not answer. */
const AGAIN_MS = 2000;

export interface Follower {
  /** Events from a batch on, as far as they are at hand, and which batch comes after them; null where none has come. */
  from(seq: number): Promise<{ text: string; next: number } | null>;
  /** The events with which it ended; null while it goes on, or where batches before it are still to come. */
  end(seq: number): Promise<string | null>;
  /** Calls back whenever there is more. @returns how to stop. */
  subscribe(more: () => void): () => void;
}

interface Open {
  follower: Follower;
  watchers: number;
  close(): Promise<void>;
}

const open = new WeakMap<DataSource, Map<string, Promise<Open>>>();

/** @returns the flight’s follower, and how to leave it; with the last watcher it closes. */
export async function followFlight(
  services: Services,
  flight: Pick<LiveFlight, 'schoolId' | 'id'>,
): Promise<{ follower: Follower; leave: () => Promise<void> }> {
  const { database } = services;
  const here = open.get(database) ?? new Map<string, Promise<Open>>();
  open.set(database, here);
  const key = `${flight.schoolId} ${flight.id}`;
  let opening = here.get(key);
  if (!opening) {
    opening = begin(services, flight);
    here.set(key, opening);
    opening.catch(() => here.delete(key));
  }
  const mine = await opening;
  mine.watchers++;
  return {
    follower: mine.follower,
    async leave() {
      mine.watchers--;
      if (mine.watchers > 0) return;
      here.delete(key);
      await mine.close();
    },
  };
}

async function begin(
  services: Services,
  { schoolId, id }: Pick<LiveFlight, 'schoolId' | 'id'>,
): Promise<Open> {
  const { database } = services;
  const flights = database.getRepository(LiveFlightEntity);
  let flight = await flights.findOneByOrFail({ schoolId, id });
  const texts = new Map<number, string>();
  const listeners = new Set<() => void>();
  let latest = -1;
  let loading: Promise<void> = Promise.resolve();

  async function fetchFrom(from: number): Promise<void> {
    const kept = await batchesBetween(database, flight, from, from + PIECE - 1);
    for (const batch of kept) {
      texts.set(batch.seq, await textOf(services, flight, batch.seq, batch.rows));
      latest = Math.max(latest, batch.seq);
      texts.delete(batch.seq - AT_HAND);
    }
    if (kept.length === PIECE) return fetchFrom(from + PIECE);
  }
  /** What has come since, one loading after another. */
  const load = (again: boolean): Promise<void> => {
    loading = loading
      .then(async () => {
        if (again || flight.header === null) {
          const { lessonId } = flight;
          flight = await flights.findOneByOrFail({ schoolId, id });
          // What was coached by no lesson, or another, is not what is shown of this one.
          if (flight.lessonId !== lessonId) texts.clear();
        }
        await fetchFrom(latest + 1);
      })
      .catch((error) => {
        // Nothing is lost by it: what has come is there, and is looked for again a moment later.
        if (!isConnectionError(error))
          log.error({ error: plain(error), flight: id }, 'a flight was not followed');
        setTimeout(() => void load(true), AGAIN_MS).unref();
      })
      .then(() => {
        for (const one of listeners) one();
      });
    return loading;
  };
  // The newest first: whoever begins at the beginning fetches that on the way.
  latest = Math.max(-1, flight.nextSeq - 2);
  const stop = await watchFlight(database, id, (what) => void load(what !== 'batch'));
  await load(true);

  return {
    watchers: 0,
    close: stop,
    follower: {
      async from(seq) {
        if (seq > latest) return null;
        const known = texts.get(seq);
        if (known !== undefined) return { text: known, next: seq + 1 };
        const kept = await batchesBetween(database, flight, seq, Math.min(latest, seq + PIECE - 1));
        let text = '';
        for (const batch of kept) text += await textOf(services, flight, batch.seq, batch.rows);
        if (kept.length > 0) return { text, next: seq + kept.length };
        // Its file has taken their place: what is left to tell is how it ended.
        return flight.recordingId ? { text, next: flight.nextSeq } : null;
      },
      async end(seq) {
        if (!flight.recordingId || seq < flight.nextSeq) return null;
        const verdict = await lastVerdict(services, flight);
        return (
          (verdict ? event('attempt', verdict) : '') +
          event('end', { recordingId: flight.recordingId }, flight.nextSeq)
        );
      },
      subscribe(more) {
        listeners.add(more);
        return () => listeners.delete(more);
      },
    },
  };
}

const event = (name: string, data: unknown, id?: number): string =>
  `event: ${name}\ndata: ${JSON.stringify(data)}\n${id === undefined ? '' : `id: ${id}\n`}\n`;

/** Without an id of their own: what was sent with a batch is sent again with it, or not at all. */
async function textOf(services: Services, flight: LiveFlight, seq: number, rows: string): Promise<string> {
  const { coach, verdict } = await before(services, flight, seq, rows);
  return (
    (verdict ? event('attempt', verdict) : '') +
    (coach ? event('coach', coach) : '') +
    event('samples', { seq, columns: columnsOf(flight.header ?? '', rows) }, seq)
  );
}

/** Rows as columns: what was not measured is null. */
function columnsOf(header: string, rows: string): Record<string, (number | string | null)[]> {
  const names = cells(header);
  const lines = rows.split('\n').filter(Boolean).map(cells);
  return Object.fromEntries(
    names.map((name, i) => [
      name,
      lines.map((line) => {
        const cell = line[i] ?? '';
        return cell === '' ? null : Number.isNaN(Number(cell)) ? cell : Number(cell);
      }),
    ]),
  );
}
