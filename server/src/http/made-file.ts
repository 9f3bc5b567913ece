/** Answers that are worked out as a task: the request waits, and another process may do the work. */
import { randomUUID } from 'node:crypto';
import type { Context } from 'hono';
import type { z } from 'zod';
import type { TaskRow } from '../db/entities.ts';
import { ask, cancel, type NewTask, openTasksOf } from '../tasks/list.ts';
import type { Env } from './env.ts';
import { log, plain } from './log.ts';
import { Problem } from './problem.ts';

type OwnTask = Omit<NewTask, 'subject' | 'askedBy'>;

/** Of one person at once: more are no person's. */
const MOST_OPEN = 30;

/**
 * What nobody waits for any more, since whoever asked went away, is not worked out.
 * @throws Problem 429 where too much of this one's is being worked out already; 503 where it is not done in time or failed; it can be asked for again.
 */
async function done(c: Context<Env>, task: OwnTask): Promise<TaskRow> {
  const [database, { signal }] = [c.get('database'), c.req.raw];
  const { id: askedBy } = c.get('viewer');
  if ((await openTasksOf(database, askedBy)) >= MOST_OPEN)
    throw new Problem(429, 'Several of your requests are still running. Wait until one has finished.');
  const own = { ...task, subject: randomUUID(), askedBy };
  const id = await database.transaction((manager) => ask(manager, own));
  const leave = () =>
    void cancel(database.manager, own).catch((error) =>
      log.warn({ error: plain(error) }, 'what nobody waits for is worked out all the same'),
    );
  signal.addEventListener('abort', leave);
  if (signal.aborted) leave();
  const ended = await c.get('tasks').ended(id);
  signal.removeEventListener('abort', leave);
  if (ended.state === 'done') return ended;
  throw new Problem(
    503,
    ended.state === 'failed'
      ? 'This could not be worked out; try again, and tell whoever runs the server if it fails again.'
      : 'The server is busy; try again in a moment.',
  );
}

/** The file that a task made. */
export async function madeFile(c: Context<Env>, task: OwnTask): Promise<Uint8Array<ArrayBuffer>> {
  const { output, result } = await done(c, task);
  refuse(result);
  return new Uint8Array(output ?? []);
}

/** The answer that a task gave. */
export async function madeAnswer<T extends z.ZodType>(
  c: Context<Env>,
  schema: T,
  task: OwnTask,
): Promise<z.output<T>> {
  const { result } = await done(c, task);
  refuse(result);
  return schema.parse(result);
}

/** What a task refuses for a reason that a person can do something about. */
function refuse(result: unknown): void {
  const refused = (result as { refused?: string } | null)?.refused;
  if (refused) throw new Problem(422, refused);
}
