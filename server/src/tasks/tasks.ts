/** The workers of one process: they fetch tasks, hold them under a lease while they work, and tell who waits. */
import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { DataSource } from 'typeorm';
import { TaskEntity } from '../db/entities.ts';
import { isConnectionError } from '../db/errors.ts';
import { HANDLERS } from './kinds.ts';
import { LANE_OF, type TaskKind } from './lanes.ts';
import { askerOf, isLeaseLost, keepLease, overlooked, putBack, take } from './list.ts';
import { type Job, type Lane, openQueue } from './queue.ts';
import { type Tasks, type Threads, TookTooMuch } from './service.ts';
import { upkeep } from './upkeep.ts';
import { listen } from './wake.ts';

/** How often a holder says that it is still at it, and looks whether it still is. */
const BEAT_MS = 1000;
/** How often someone looks for what was overlooked. */
const ROUND_MS = 5000;
/** How long a worker sleeps when nobody wakes it. */
const NAP_MS = 2000;
/** Quick tasks that a process takes up at the most. */
const MOST_IN_TURN = 500;

interface TasksOptions {
  database: DataSource;
  /** As the role that serves requests. */
  url: string;
  threads: Threads;
  /** Hears of failures that no request hears of. */
  complain(message: string, error: unknown): void;
}

export async function startTasks({ database, url, threads, complain }: TasksOptions): Promise<Tasks> {
  const events = new EventEmitter().setMaxListeners(0);
  const queue = await openQueue(url, (error) => complain('the queue', error));
  let closing = false;
  let troubled = false;
  let running = 0;
  const stops = new Set<AbortController>();

  const wakeAll = () => events.emit('wake');
  const ear = await listen(url, (told) => {
    const [what, ...rest] = told?.split(' ') ?? [];
    if (what === 'asked') {
      const [lane, id, before] = rest;
      queue
        .send(lane as Lane, id, Number(before))
        .then(wakeAll)
        .catch((error) => complain('a task could not be queued', error));
    } else if (what === 'ended') events.emit(rest[0]);
    else round();
  });

  /** Whatever was missed, or left by a process that ended, goes to the queue again. */
  async function round(): Promise<void> {
    try {
      for (const { id, kind, before } of await overlooked(database))
        await queue.send(LANE_OF[kind], id, before);
      troubled = false;
      wakeAll();
    } catch (error) {
      troubled = true;
      if (!closing) complain('looking for tasks', error);
    }
  }
  const rounds = setInterval(round, ROUND_MS);

  async function work(id: string): Promise<void> {
    if (closing) return;
    const holder = randomUUID();
    const task = await take(database, id, holder);
    if (!task) return;
    const { kind } = task as { kind: TaskKind };
    const stop = new AbortController();
    stops.add(stop);
    running++;
    let fraction = 0;
    const beat = setInterval(() => {
      keepLease(database, id, holder, fraction)
        .then((held) => !held && stop.abort())
        .catch((error) => {
          // The lease runs on: it is kept as soon as the database answers.
          if (!isConnectionError(error)) complain('a lease was not kept', error);
        });
    }, BEAT_MS);
    try {
      await threads.task(
        LANE_OF[kind] === 'long' ? 'long' : 'quick',
        { id, holder },
        (told) => {
          fraction = told;
        },
        stop.signal,
      );
    } catch (error) {
      if (isLeaseLost(error) || (stop.signal.aborted && !closing)) return;
      const itsOwn = !closing && !isConnectionError(error);
      if (itsOwn) complain(`a task (${kind}) failed`, error);
      const message = error instanceof Error ? error.message : String(error);
      const forGood = error instanceof TookTooMuch;
      const end = await putBack(database, id, holder, { message, itsOwn, forGood });
      if (end === 'given up') await HANDLERS[kind].givenUp?.(database, task);
    } finally {
      clearInterval(beat);
      stops.delete(stop);
      running--;
    }
  }

  /** Quick tasks that wait for their asker's turn, or are being done. */
  const quick = new Map<string, Promise<void>>();
  /** Of the quick lane all are taken up, and each done when it is its asker's turn: what waits there is in nobody's way. */
  function inTurn(job: Job): Promise<void> | undefined {
    // What waits is looked for again by the clock, and is here already.
    if (quick.has(job.taskId)) return job.done();
    const done = (async () => {
      try {
        const who = await askerOf(database, job.taskId);
        await threads.turn(who ?? job.taskId, () => work(job.taskId));
        await job.done();
      } catch (error) {
        // Nothing is lost: what was not done is looked for again by the clock.
        if (!closing && !isConnectionError(error)) complain('a worker (quick)', error);
      }
    })();
    quick.set(job.taskId, done);
    done.finally(() => quick.delete(job.taskId));
    return undefined;
  }

  /** A worker of a lane: one task after another. */
  async function worker(lane: Lane): Promise<void> {
    while (!closing) {
      try {
        const job = quick.size < MOST_IN_TURN || lane !== 'quick' ? await queue.next(lane) : null;
        if (job) {
          if (lane === 'quick') {
            await inTurn(job);
            continue;
          }
          if (lane === 'upkeep') await upkeep(database);
          else await work(job.taskId);
          await job.done();
          continue;
        }
      } catch (error) {
        if (!closing && !isConnectionError(error)) complain(`a worker (${lane})`, error);
      }
      await nap();
    }
  }

  const nap = () =>
    new Promise<void>((resolve) => {
      const done = () => {
        clearTimeout(timer);
        events.off('wake', done);
        resolve();
      };
      const timer = setTimeout(done, NAP_MS);
      if (closing) done();
      else events.once('wake', done);
    });

  const workers = [worker('quick'), worker('upkeep')];
  for (let i = 0; i < threads.long; i++) workers.push(worker('long'));

  return {
    threads,
    healthy: () => !troubled && !closing,
    running: () => running,
    async ended(id, waitMs = 120_000) {
      const until = Date.now() + waitMs;
      for (;;) {
        let wake = () => {};
        const told = new Promise<void>((resolve) => {
          wake = resolve;
          events.once(id, resolve);
        });
        const task = await database
          .getRepository(TaskEntity)
          .createQueryBuilder('task')
          .addSelect('task.output')
          .where('task.id = :id', { id })
          .getOneOrFail();
        const left = until - Date.now();
        if (task.finishedAt || left <= 0) {
          events.off(id, wake);
          return task;
        }
        // What was told may have been missed.
        const timer = setTimeout(wake, Math.min(left, 1000));
        await told;
        clearTimeout(timer);
        events.off(id, wake);
      }
    },
    async close() {
      closing = true;
      clearInterval(rounds);
      wakeAll();
      // What is being done goes back on the list, for another process or the next start.
      for (const stop of stops) stop.abort();
      await Promise.race([
        Promise.allSettled([...workers, ...quick.values()]),
        new Promise((resolve) => setTimeout(resolve, 5000).unref()),
      ]);
      await ear.close();
      await queue.close().catch((error) => complain('closing the queue', error));
      await threads.close();
    },
  };
}
