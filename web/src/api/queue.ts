/**
 * What people say on its way to the server, from the seat and at the desk: kept in this device’s own database before anything
 * else, sent in the order in which it was said, and kept until the server has it. Sent again it is the same word. What the
 * server will not have for good stays too, with its reason, until whoever said it has seen that.
 */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

export interface Waiting<W = unknown> {
  /** The order in which they were said. */
  n?: number;
  id: string;
  /** What it is said of: a lesson, a recording. */
  about: string;
  /** Whose word it is: another’s on the same device waits until they come back. */
  by: string;
  /** When it was meant, ms. */
  atMs: number;
  what: W;
  /** Why the server would not have it. */
  refused?: string;
}

interface Kept extends DBSchema {
  notes: { key: number; value: Waiting };
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

/**
 * As the seat kept them before the desk kept its words here as well: read as they are, since another version of the database
 * would wait for every page of the older program to close.
 */
type Older = Waiting & { lessonId?: string };
const asNow = ({ lessonId, ...word }: Older): Waiting => (lessonId ? { ...word, about: lessonId } : word);

interface QueueOptions<W> {
  by: string;
  /** Which words are this queue’s: the seat’s or the desk’s, on the same device. */
  isOurs(what: unknown): what is W;
  /** Resolves when the server has it. */
  send(word: Waiting<W>): Promise<void>;
  /** Whether a failure may pass by itself. */
  mayPass(error: unknown): boolean;
  againMs?: number;
}

/** What became of a word when it was last tried. */
type Fate = 'kept' | 'waiting' | { refused: unknown };

export interface Queue<W> {
  /** @param id of a word that it belongs to; its own where it is left out */
  add(word: Omit<Waiting<W>, 'n' | 'by' | 'id'>, id?: string): Promise<string>;
  /** The same, and what becomes of it when it is tried first. */
  say(word: Omit<Waiting<W>, 'n' | 'by' | 'id'>): Promise<Fate>;
  /** Takes a word out, with what belongs to it, while it has not gone itself. @returns whether it had not */
  forget(id: string, isItself?: (what: W) => boolean): Promise<boolean>;
  /** Everything that waits, or was refused, the oldest first. */
  all(): Promise<Waiting<W>[]>;
  /** Sends what waits, now. */
  send(): Promise<void>;
  /** The server did not answer when it was last asked. */
  away(): boolean;
  subscribe(changed: () => void): () => void;
  /** Tries no more by itself. */
  rest(): void;
}

/** Between tries, longer each time, ms. */
const LONGEST_MS = 60_000;

/** Of the pages of one device one sends at a time. */
const alone = <T>(work: () => Promise<T>): Promise<T> =>
  globalThis.navigator?.locks?.request('keel-queue', work) ?? work();

export function openQueue<W>({ by, isOurs, send, mayPass, againMs = 3000 }: QueueOptions<W>): Queue<W> {
  const listeners = new Set<() => void>();
  const fates = new Map<string, (fate: Fate) => void>();
  let sending: Promise<void> | undefined;
  let pauseMs = againMs;
  let isAway = false;
  let more = false;
  let resting = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  const changed = () => {
    for (const one of listeners) one();
  };
  const tell = (id: string, fate: Fate): boolean => {
    const waits = fates.get(id);
    fates.delete(id);
    waits?.(fate);
    return waits !== undefined;
  };

  const all = async (): Promise<Waiting<W>[]> =>
    (await (await database()).getAll('notes'))
      .map(asNow)
      .filter((word): word is Waiting<W> => word.by === by && isOurs(word.what));

  /** @returns whether there is more to send */
  async function sendNext(): Promise<boolean> {
    const [word] = (await all()).filter(({ refused }) => refused === undefined);
    if (!word) return false;
    try {
      await send(word);
      await (await database()).delete('notes', word.n!);
      [isAway, pauseMs] = [false, againMs];
      tell(word.id, 'kept');
    } catch (error) {
      if (mayPass(error)) {
        isAway = true;
        for (const id of [...fates.keys()]) tell(id, 'waiting');
        if (!resting) again = setTimeout(() => void queue.send(), pauseMs);
        pauseMs = Math.min(LONGEST_MS, 2 * pauseMs);
        changed();
        return false;
      }
      const refused = error instanceof Error ? error.message : String(error);
      await (await database()).put('notes', { ...word, refused });
      // Whoever still waits for it has it before them, and is told: it need not lie here as well.
      if (tell(word.id, { refused: error })) await (await database()).delete('notes', word.n!);
    }
    changed();
    return true;
  }

  const queue: Queue<W> = {
    async add(word, id = crypto.randomUUID()) {
      await (await database()).add('notes', { ...word, id, by });
      changed();
      void queue.send();
      return id;
    },
    async say(word) {
      const id = crypto.randomUUID();
      const fate = new Promise<Fate>((resolve) => fates.set(id, resolve));
      await queue.add(word, id);
      return fate;
    },
    async forget(id, isItself = () => true) {
      const mine = (await all()).filter((word) => word.id === id);
      // What is being sent at this moment may have arrived.
      const here = !sending && mine.some(({ what }) => isItself(what)) ? mine : [];
      for (const { n } of here) await (await database()).delete('notes', n!);
      if (here.length > 0) changed();
      return here.length > 0;
    },
    all,
    send() {
      more = sending !== undefined;
      sending ??= alone(async () => {
        clearTimeout(again);
        try {
          // What was said in the very moment that the last one was through goes too.
          do {
            more = false;
            while (await sendNext());
          } while (more);
        } finally {
          sending = undefined;
        }
      });
      return sending;
    },
    away: () => isAway,
    subscribe(one) {
      listeners.add(one);
      return () => listeners.delete(one);
    },
    rest() {
      resting = true;
      clearTimeout(again);
    },
  };
  return queue;
}
