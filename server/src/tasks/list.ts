/**
 * The list of tasks: asked for within the asker's own transaction, held under a lease, ended once. The table is the queue: a
 * worker looks for what waits, and takes it by an update that of several workers one makes. A package that carries ids beside it
 * was a second list to keep true to the first, and knew no lease that a working process renews.
 */
import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { TaskRow } from '../db/entities.ts';
import { kindsIn, type Lane, type TaskKind } from './lanes.ts';

/** How long a process may be silent before another takes up what it was doing, s. */
const LEASE_S = 20;
/** A task that failed by itself this often is given up. */
const TRIES = 3;
/** Before the second and the third try, s. */
const PAUSE_S = 2;

export const CHANNEL = 'keel_task';

export interface NewTask {
  schoolId: string;
  kind: TaskKind;
  /** What it is about; left out, the task is about nothing that another could be about. */
  subject?: string;
  input?: object;
  /** Whose turn it takes; nobody's, where the program itself asks. */
  askedBy?: string;
}

/** Rows of an `UPDATE … RETURNING`, which TypeORM answers with their count beside them. */
const returned = <T>([rows]: [T[], number]): T[] => rows;

/**
 * Asks for a task. Workers hear of it once the transaction is through; one that waits already is asked for once.
 * @returns the task's id.
 */
export async function ask(manager: EntityManager, task: NewTask): Promise<string> {
  const { schoolId, kind, input = {}, askedBy = null } = task;
  const [{ id }] = await manager.query(
    `INSERT INTO task (school_id, kind, subject, input, asked_by, turn)
     SELECT $1, $2, $3, $4, $5, count(*) FROM task AS other
       WHERE other.asked_by = $5 AND other.state IN ('waiting', 'running')
     ON CONFLICT (school_id, kind, subject) WHERE state = 'waiting' DO UPDATE SET input = task.input || EXCLUDED.input
     RETURNING id`,
    [schoolId, kind, task.subject ?? randomUUID(), input, askedBy],
  );
  await manager.query('SELECT pg_notify($1, $2)', [CHANNEL, 'asked']);
  return id;
}

/**
 * Takes a task, if it is there to be taken: waiting, or held by someone who fell silent.
 * @param holder who takes it, an id of this one try.
 */
export async function take(database: DataSource, id: string, holder: string): Promise<TaskRow | null> {
  return database.transaction(async (manager) => {
    const task = await manager.getRepository<TaskRow>('task').findOneBy({ id });
    if (!task) return null;
    // Two tasks about one thing are not taken at the same moment.
    await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [
      `${task.schoolId} ${task.kind} ${task.subject}`,
    ]);
    const taken = returned<{ id: string }>(
      await manager.query(
        `UPDATE task SET state = 'running', lease_by = $2, lease_until = now() + $3 * interval '1 second', progress = 0
         WHERE id = $1 AND not_before <= now()
           AND (state = 'waiting' OR (state = 'running' AND lease_until < now()))
           AND NOT EXISTS (
             SELECT FROM task AS other
             WHERE (other.school_id, other.kind, other.subject) = (task.school_id, task.kind, task.subject)
               AND other.id <> task.id AND other.state = 'running' AND other.lease_until >= now())
         RETURNING id`,
        [id, holder, LEASE_S],
      ),
    );
    return taken.length > 0 ? task : null;
  });
}

/** Says that the holder is still at it, and how far. @returns whether it still is the holder. */
export async function keepLease(
  database: DataSource,
  id: string,
  holder: string,
  progress: number,
): Promise<boolean> {
  const held = returned(
    await database.query(
      `UPDATE task SET lease_until = now() + $3 * interval '1 second', progress = $4
       WHERE id = $1 AND lease_by = $2 AND state = 'running' RETURNING id`,
      [id, holder, LEASE_S, progress],
    ),
  );
  return held.length > 0;
}

/** Thrown where a task went to another holder, or was cancelled: nothing of it is to be stored. */
export class LeaseLost extends Error {
  constructor() {
    super(LOST);
  }
}
const LOST = 'the lease of this task is lost';

/** Also where the error crossed from a thread, which keeps of it the message alone. */
export const isLeaseLost = (error: unknown): boolean => error instanceof Error && error.message === LOST;

/**
 * Ends a task in the transaction that stores what came of it.
 * @throws LeaseLost where it is this holder's no longer.
 */
export async function finish(
  manager: EntityManager,
  id: string,
  holder: string,
  { result = null, output = null }: { result?: unknown; output?: Buffer | null },
): Promise<void> {
  const ended = returned(
    await manager.query(
      `UPDATE task SET state = 'done', lease_by = NULL, lease_until = NULL, progress = 1, error = NULL,
         result = $3, output = $4, finished_at = now()
       WHERE id = $1 AND lease_by = $2 AND state = 'running' RETURNING id`,
      [id, holder, result === null ? null : JSON.stringify(result), output],
    ),
  );
  if (ended.length === 0) throw new LeaseLost();
  await manager.query('SELECT pg_notify($1, $2)', [CHANNEL, `ended ${id}`]);
}

/** Puts a task back: to be tried again soon, or, after too many failures of its own, for good. */
export async function putBack(
  database: DataSource,
  id: string,
  holder: string,
  error: { message: string; itsOwn: boolean; forGood?: boolean },
): Promise<'again' | 'given up'> {
  const [row] = returned<{ state: string }>(
    await database.query(
      `UPDATE task SET lease_by = NULL, lease_until = NULL, error = $3, tries = tries + $4,
         state = CASE WHEN tries + $4 >= $5 THEN 'failed' ELSE 'waiting' END,
         finished_at = CASE WHEN tries + $4 >= $5 THEN now() END,
         not_before = now() + $6 * interval '1 second'
       WHERE id = $1 AND lease_by = $2 AND state = 'running'
         AND NOT EXISTS (
           SELECT FROM task AS other
           WHERE (other.school_id, other.kind, other.subject) = (task.school_id, task.kind, task.subject)
             AND other.state = 'waiting')
       RETURNING state`,
      [
        id,
        holder,
        error.message.slice(0, 2000),
        error.forGood ? TRIES : error.itsOwn ? 1 : 0,
        TRIES,
        PAUSE_S,
      ],
    ),
  );
  if (!row) {
    // Another of its kind waits already: that one will do what this one could not.
    await database.query(
      `UPDATE task SET state = 'failed', lease_by = NULL, lease_until = NULL, error = $3, finished_at = now()
       WHERE id = $1 AND lease_by = $2`,
      [id, holder, error.message.slice(0, 2000)],
    );
  }
  if (row?.state === 'waiting') return 'again';
  await database.query('SELECT pg_notify($1, $2)', [CHANNEL, `ended ${id}`]);
  return row ? 'given up' : 'again';
}

/** Stops whatever is waiting or running about something. @returns how many there were. */
export async function cancel(
  manager: EntityManager,
  { schoolId, kind, subject }: Required<Pick<NewTask, 'schoolId' | 'kind' | 'subject'>>,
): Promise<number> {
  const stopped = returned<{ id: string }>(
    await manager.query(
      `UPDATE task SET state = 'cancelled', lease_by = NULL, lease_until = NULL, finished_at = now()
       WHERE school_id = $1 AND kind = $2 AND subject = $3 AND state IN ('waiting', 'running') RETURNING id`,
      [schoolId, kind, subject],
    ),
  );
  for (const { id } of stopped) await manager.query('SELECT pg_notify($1, $2)', [CHANNEL, `ended ${id}`]);
  return stopped.length;
}

/**
 * What waits for a worker of a lane, and what a silent process left: the first of each person before the second of any, then by
 * age. What somebody takes at this moment is passed over.
 * @param known ids that whoever asks has taken up already
 */
export function waiting(
  database: DataSource,
  lane: Lane,
  most: number,
  known: readonly string[] = [],
): Promise<{ id: string; askedBy: string | null }[]> {
  return database.query(
    `SELECT id, asked_by AS "askedBy" FROM task
     WHERE kind = ANY($1) AND id <> ALL($3::uuid[]) AND ((state = 'waiting' AND not_before <= now()) OR (state = 'running' AND lease_until < now()))
     ORDER BY turn, created_at LIMIT $2 FOR UPDATE SKIP LOCKED`,
    [kindsIn(lane), most, known],
  );
}

/** How much of somebody's is being worked out, or waits for it. */
export async function openTasksOf(database: DataSource, askedBy: string): Promise<number> {
  const [{ open }] = await database.query(
    "SELECT count(*)::int AS open FROM task WHERE asked_by = $1 AND state IN ('waiting', 'running')",
    [askedBy],
  );
  return open;
}

/** How far the latest task of a kind about something is; null where none is open. */
export async function openTask(
  database: DataSource,
  { schoolId, kind, subject }: Required<Pick<NewTask, 'schoolId' | 'kind' | 'subject'>>,
): Promise<{ id: string; progress: number } | null> {
  const [row] = await database.query(
    `SELECT id, progress FROM task
     WHERE school_id = $1 AND kind = $2 AND subject = $3 AND state IN ('waiting', 'running')
     ORDER BY created_at DESC LIMIT 1`,
    [schoolId, kind, subject],
  );
  return row ?? null;
}
