/**
 * What is tapped in the airplane, on its way to the server: kept in this device’s own database before anything else, sent in
 * the order in which it was tapped, and kept until the server has it. Sent again it is the same note.
 */
import type { LiveNoteBody } from '@keel/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

export interface WaitingNote {
  /** The order in which they were tapped. */
  n?: number;
  id: string;
  lessonId: string;
  /** Whose word it is: another’s on the same device waits until they come back. */
  by: string;
  /** When it was meant, by the server’s clock as it is known here, ms. */
  atMs: number;
  what:
    | { kind: 'note'; body: LiveNoteBody }
    | { kind: 'voice'; type: string; bytes: ArrayBuffer }
    | { kind: 'undo' };
  /** Why the server would not have it. */
  refused?: string;
}

interface Kept extends DBSchema {
  notes: { key: number; value: WaitingNote };
}

let opened: Promise<IDBPDatabase<Kept>> | undefined;
const database = () => {
  opened ??= openDB<Kept>('keel-seat', 1, {
    upgrade: (db) => {
      db.createObjectStore('notes', { keyPath: 'n', autoIncrement: true });
    },
  });
  return opened;
};

export interface NoteQueueOptions {
  by: string;
  /** Resolves when the server has it. */
  send(note: WaitingNote): Promise<void>;
  /** Whether a failure may pass by itself. */
  mayPass(error: unknown): boolean;
  againMs?: number;
}

export interface NoteQueue {
  /** @param id of a note that it belongs to; its own where it is left out */
  add(note: Omit<WaitingNote, 'n' | 'by' | 'id'>, id?: string): Promise<string>;
  /** Takes back a note: one that has not gone is forgotten, one that has is undone at the server. */
  undo(lessonId: string, id: string): Promise<void>;
  waiting(lessonId: string): Promise<WaitingNote[]>;
  /** Sends what waits, now. */
  send(): Promise<void>;
  /** The server did not answer when it was last asked. */
  away(): boolean;
  subscribe(changed: () => void): () => void;
  rest(): void;
}

export function openNoteQueue({ by, send, mayPass, againMs = 3000 }: NoteQueueOptions): NoteQueue {
  const listeners = new Set<() => void>();
  const changed = () => {
    for (const one of listeners) one();
  };
  let sending: Promise<void> | undefined;
  let isAway = false;
  let again: ReturnType<typeof setTimeout> | undefined;

  const all = async (): Promise<WaitingNote[]> =>
    (await (await database()).getAll('notes')).filter((note) => note.by === by);

  async function sendAll(): Promise<void> {
    clearTimeout(again);
    for (;;) {
      const [note] = (await all()).filter(({ refused }) => refused === undefined);
      if (!note) return;
      try {
        await send(note);
        isAway = false;
        await (await database()).delete('notes', note.n!);
      } catch (error) {
        if (mayPass(error)) {
          isAway = true;
          changed();
          again = setTimeout(() => void queue.send(), againMs);
          return;
        }
        const refused = error instanceof Error ? error.message : String(error);
        await (await database()).put('notes', { ...note, refused });
      }
      changed();
    }
  }

  const queue: NoteQueue = {
    async add(note, id = crypto.randomUUID()) {
      await (await database()).add('notes', { ...note, id, by });
      changed();
      void queue.send();
      return id;
    },
    async undo(lessonId, id) {
      const mine = (await all()).filter((note) => note.id === id);
      const here = !sending && mine.some(({ what }) => what.kind === 'note');
      if (here) for (const { n } of mine) await (await database()).delete('notes', n!);
      else
        await (await database()).add('notes', { id, lessonId, by, atMs: Date.now(), what: { kind: 'undo' } });
      changed();
      void queue.send();
    },
    waiting: async (lessonId) => (await all()).filter((note) => note.lessonId === lessonId),
    send() {
      sending ??= sendAll().finally(() => {
        sending = undefined;
      });
      return sending;
    },
    away: () => isAway,
    subscribe(one) {
      listeners.add(one);
      return () => listeners.delete(one);
    },
    rest: () => clearTimeout(again),
  };
  return queue;
}
