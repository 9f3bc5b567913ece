/**
 * Words on their way to the server. Each has its id from the moment it is said, is shown at once, and waits here, through
 * a reload as well, until the server has it: sent again it is the same word, and an answer never overwrites a newer one.
 */
import { type Statement, type StatementBody, statementBodySchema } from '@keel/core';
import { z } from 'zod';

const wordSchema = z.object({
  id: z.uuid(),
  recordingId: z.uuid(),
  saidAt: z.string(),
  body: statementBodySchema,
});
export type Word = z.infer<typeof wordSchema>;

/** What became of a word: the server has it, it waits for the server, or it was refused. */
export type Fate = 'kept' | 'waiting' | { refused: unknown };

export interface Outbox {
  /** The words that wait, oldest first; the same array until one comes or goes. */
  words(): readonly Word[];
  subscribe(changed: () => void): () => void;
  /** Shows a word at once and sends it. Resolves when it is known what becomes of it. */
  say(recordingId: string, body: StatementBody): Promise<Fate>;
  /** Sends what waits, now. */
  send(): Promise<void>;
  /** Tries no more by itself. */
  rest(): void;
}

export interface OutboxOptions {
  /** Where they wait, and under which name: words are one person’s. */
  storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
  name: string;
  /** Sends one; resolves when the server has it. */
  post(word: Word): Promise<void>;
  /** Whether a failure may pass by itself. */
  mayPass(error: unknown): boolean;
  /** Hears of a word refused whose sayer is no longer waiting for it. */
  refused(word: Word, error: unknown): void;
  /** How long to wait before trying again, ms. */
  againMs?: number;
}

/** What was kept by an earlier page; nothing where it cannot be read. */
function kept({ storage, name }: OutboxOptions): Word[] {
  try {
    return wordSchema.array().parse(JSON.parse(storage.getItem(name) ?? '[]'));
  } catch {
    return [];
  }
}

export function makeOutbox(options: OutboxOptions): Outbox {
  const { storage, name, post, mayPass, refused, againMs = 2000 } = options;
  let words: readonly Word[] = kept(options);
  let sending: Promise<void> | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  const listeners = new Set<() => void>();
  const fates = new Map<string, (fate: Fate) => void>();

  const set = (next: readonly Word[]) => {
    words = next;
    try {
      if (words.length > 0) storage.setItem(name, JSON.stringify(words));
      else storage.removeItem(name);
    } catch {
      // Storage that is full or switched off: the words still wait in this page.
    }
    for (const changed of listeners) changed();
  };
  const settle = (word: Word, fate: Fate) => {
    const tell = fates.get(word.id);
    fates.delete(word.id);
    tell?.(fate);
    return tell !== undefined;
  };
  const drop = (word: Word) => set(words.filter(({ id }) => id !== word.id));

  /** One after another, in the order said. */
  async function sendAll(): Promise<'sent' | 'later'> {
    clearTimeout(again);
    while (words.length > 0) {
      const [word] = words;
      try {
        await post(word);
        drop(word);
        settle(word, 'kept');
      } catch (error) {
        if (mayPass(error)) {
          for (const one of words) settle(one, 'waiting');
          again = setTimeout(() => send(), againMs);
          return 'later';
        }
        drop(word);
        if (!settle(word, { refused: error })) refused(word, error);
      }
    }
    return 'sent';
  }
  function send(): Promise<void> {
    sending ??= sendAll().then((how) => {
      sending = undefined;
      // Said in the very moment that the last one was through.
      if (how === 'sent' && words.length > 0) return send();
    });
    return sending;
  }

  return {
    words: () => words,
    subscribe(changed) {
      listeners.add(changed);
      return () => listeners.delete(changed);
    },
    say(recordingId, body) {
      const word = { id: crypto.randomUUID(), recordingId, saidAt: new Date().toISOString(), body };
      const fate = new Promise<Fate>((resolve) => fates.set(word.id, resolve));
      set([...words, word]);
      // What was said while others were being sent goes with them.
      send();
      return fate;
    },
    send,
    rest: () => clearTimeout(again),
  };
}

/** Everything said of a recording: what the server has, and after it what is still on its way. */
export function withWaiting(
  statements: readonly Statement[],
  words: readonly Word[],
  recordingId: string,
  author: { id: string; name: string },
): Statement[] {
  const there = new Set(statements.map(({ id }) => id));
  const waiting = words
    .filter((word) => word.recordingId === recordingId && !there.has(word.id))
    .map(({ id, saidAt, body }) => ({
      id,
      authorId: author.id,
      authorName: author.name,
      createdAt: saidAt,
      body,
    }));
  return waiting.length === 0 ? (statements as Statement[]) : [...statements, ...waiting];
}
