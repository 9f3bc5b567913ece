/**
 * Logs on this device: each second's lines are a piece, kept before the next one comes, so that a page that dies loses no more
 * than was not yet kept. A session that was never ended is found again.
 */
import type { Listening } from '@keel/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Mount } from './sensor-rows.ts';

export interface LogSession {
  id: string;
  /** Whose it is. */
  by: string;
  lessonId: string;
  /** By the server's clock. */
  startedMs: number;
  mount: Mount;
  /** What its microphone listens for. */
  listening: Listening | null;
  endedMs: number | null;
  /** The recording that it became. */
  recordingId: string | null;
  /** Why the server would not have it. */
  refused: string | null;
}

interface Kept extends DBSchema {
  sessions: { key: string; value: LogSession };
  pieces: { key: [string, number]; value: { session: string; seq: number; text: string } };
}

let opened: Promise<IDBPDatabase<Kept>> | undefined;
const database = () => {
  opened ??= openDB<Kept>('keel-sensors', 1, {
    upgrade: (db) => {
      db.createObjectStore('sessions', { keyPath: 'id' });
      db.createObjectStore('pieces', { keyPath: ['session', 'seq'] });
    },
  });
  return opened;
};

const of = (session: string) => IDBKeyRange.bound([session, 0], [session, Number.MAX_SAFE_INTEGER]);

export async function keepSession(session: LogSession): Promise<void> {
  await (await database()).put('sessions', session);
}
export const sessionsOf = async (by: string, lessonId: string): Promise<LogSession[]> =>
  (await (await database()).getAll('sessions')).filter((one) => one.by === by && one.lessonId === lessonId);

/** @returns when it is on the disk */
export async function keepPiece(session: string, seq: number, text: string): Promise<void> {
  const transaction = (await database()).transaction('pieces', 'readwrite', { durability: 'strict' });
  await transaction.store.put({ session, seq, text });
  await transaction.done;
}

/** How many pieces there are, and of which moment the last line is, ms; −1 before the first. */
export async function endOfLog(session: string): Promise<{ pieces: number; lastMs: number }> {
  const { store } = (await database()).transaction('pieces');
  const pieces = await store.count(of(session));
  const last = await store.openCursor(of(session), 'prev');
  const ms = Number(last?.value.text.trimEnd().split('\n').at(-1)?.split(',')[0]);
  return { pieces, lastMs: Number.isFinite(ms) ? ms : -1 };
}

export async function logText(session: string): Promise<string> {
  const pieces = await (await database()).getAll('pieces', of(session));
  return pieces.map(({ text }) => text).join('');
}

/** Once the server has it, or somebody threw it away. */
export async function forgetPieces(session: string): Promise<void> {
  await (await database()).delete('pieces', of(session));
}
