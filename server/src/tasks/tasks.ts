/** The workers of one process: they fetch tasks, hold them under a lease while they work, and tell who waits. */
import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { DataSource } from 'typeorm';
import { TaskEntity } from '../db/entities.ts';
import { isConnectionError } from '../db/errors.ts';
import { HANDLERS } from './kinds.ts';
import { LANE_OF, type TaskKind } from './lanes.ts';
import { isLeaseLost, keepLease, putBack, take, waiting } from './list.ts';
import { type Tasks, type Threads, TookTooMuch } from './service.ts';
import { upkeepIfDue } from './upkeep.ts';
import { listen } from './wake.ts';

/** How often a holder says that it is still at it, and looks whether it still is. */
const BEAT_MS = 1000;
/** At the end the list is given back what was being done; a database that does not answer by then holds nobody up. */
const LAST_MS = 10_000;
/** How often it is looked whether upkeep is due. */
const UPKEEP_MS = 60_000;
/** How long a worker sleeps when nobody wakes it: what it was not told of waits so long. */
const NAP_MS = 2000;
/** Quick tasks that a process takes up at the most. */
const MOST_IN_TURN = 500;
/** Long tasks that a worker tries to take, one after another: of two about one thing one waits for the other. */
const MOST_TRIED = 8;

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
  let closing = false;
  let troubled = false;
  let running = 0;
  const stops = new Set<AbortController>();

  /** How often somebody was to look anew: a call that comes while one looks is not slept through. */
  let calls = 0;
  const wakeAll = () => {
    calls++;
    events.emit('wake');
  };
  const ear = await listen(url, (told) => {
    const [what, id] = told?.split(' ') ?? [];
    if (what === 'ended') events.emit(id);
    else wakeAll();
  });
  const clock = setInterval(
    () =>
      void upkeepIfDue(database).catch(
        (error) => !closing && !isConnectionError(error) && complain('upkeep', error),
      ),
    UPKEEP_MS,
  );

  /** @returns whether the task was there to be taken. */
  async function work(id: string): Promise<boolean> {
    if (closing) return false;
    const holder = randomUUID();
    const task = await take(database, id, holder);
    if (!task) return false;
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
        LANE_OF[kind],
        { id, holder },
        (told) => {
          fraction = told;
        },
        stop.signal,
      );
    } catch (error) {
      if (isLeaseLost(error) || (stop.signal.aborted && !closing)) return true;
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
    return true;
  }

  /** Quick tasks that wait for their asker's turn, or are being done. */
  const quick = new Map<string, Promise<void>>();
  /** Of the quick lane all are taken up, and each done when it is its asker's turn: what waits there is in nobody's way. */
  async function takeUpQuick(): Promise<boolean> {
    const room = MOST_IN_TURN - quick.size;
    const fresh = room > 0 ? await waiting(database, 'quick', room, [...quick.keys()]) : [];
    for (const { id, askedBy } of fresh) {
      const done = threads
        .turn(askedBy ?? id, () => work(id))
        .then(() => undefined)
        // Nothing is lost: what was not done is still on the list.
        .catch(
          (error) => void (!closing && !isConnectionError(error) && complain('a worker (quick)', error)),
        );
      quick.set(id, done);
      void done.finally(() => quick.delete(id));
    }
    return false;
  }

  /** One of the long lane. */
  async function takeUpLong(): Promise<boolean> {
    for (const { id } of await waiting(database, 'long', MOST_TRIED)) if (await work(id)) return true;
    return false;
  }

  /** A worker: one look after another, and a nap where nothing was there to be done. */
  async function worker(lane: string, look: () => Promise<boolean>): Promise<void> {
    while (!closing) {
      let worked = false;
      const heard = calls;
      try {
        worked = await look();
        troubled = false;
      } catch (error) {
        troubled = true;
        if (!closing && !isConnectionError(error)) complain(`a worker (${lane})`, error);
      }
      if (!worked && heard === calls) await nap();
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

  const workers = [worker('quick', takeUpQuick)];
  for (let i = 0; i < threads.long; i++) workers.push(worker('long', takeUpLong));

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
      clearInterval(clock);
      wakeAll();
      // What is being done goes back on the list, for another process or the next start.
      for (const stop of stops) stop.abort();
      await Promise.race([
        Promise.allSettled([...workers, ...quick.values()]),
        new Promise((resolve) => setTimeout(resolve, LAST_MS).unref()),
      ]);
      await ear.close();
      await threads.close();
    },
  };
}
