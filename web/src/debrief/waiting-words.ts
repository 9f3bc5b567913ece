/** Words of a recording that are still on their way to the server: shown at once, after what is there. */
import { type Statement, type StatementBody, statementBodySchema } from '@keel/core';
import { z } from 'zod';
import type { Queue, Waiting } from '../api/queue.ts';

/** Said of a recording at the desk. */
export type Said = { kind: 'statement'; body: StatementBody };
export type Word = Waiting<Said>;
export const isSaid = (what: unknown): what is Said => (what as Said).kind === 'statement';

/** Everything said of a recording: what the server has, and after it what is still on its way. */
export function withWaiting(
  statements: readonly Statement[],
  words: readonly Word[],
  recordingId: string,
  author: { id: string; name: string },
): Statement[] {
  const there = new Set(statements.map(({ id }) => id));
  const waiting = words
    .filter((word) => word.about === recordingId && word.refused === undefined && !there.has(word.id))
    .map(({ id, atMs, what }) => ({
      id,
      authorId: author.id,
      authorName: author.name,
      createdAt: new Date(atMs).toISOString(),
      body: what.body,
    }));
  return waiting.length === 0 ? (statements as Statement[]) : [...statements, ...waiting];
}

const olderSchema = z
  .object({ id: z.uuid(), recordingId: z.uuid(), saidAt: z.string(), body: statementBodySchema })
  .array();

/** Words that an earlier version left in the browser's storage go into the queue, once. */
export async function takeOlder(queue: Queue<Said>, storage: Storage, by: string): Promise<void> {
  const name = `keel.words.${by}`;
  const text = storage.getItem(name);
  if (text === null) return;
  let kept: unknown;
  try {
    kept = JSON.parse(text);
  } catch {
    // What was cut short is no word any more.
  }
  for (const { id, recordingId, saidAt, body } of olderSchema.safeParse(kept).data ?? [])
    await queue.add({ about: recordingId, atMs: Date.parse(saidAt), what: { kind: 'statement', body } }, id);
  storage.removeItem(name);
}
