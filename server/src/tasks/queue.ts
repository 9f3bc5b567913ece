/** The queue in PostgreSQL: it hands each task to one worker of one process. What a task is stands in its own table. */
import PgBoss from 'pg-boss';

/** Short tasks do not wait behind long ones; upkeep comes by the clock. */
export const LANES = ['quick', 'long', 'upkeep'] as const;
export type Lane = (typeof LANES)[number];

const UPKEEP_CRON = '*/15 * * * *';

/** Makes the queue's tables and lanes, as the owner of the database. */
export async function setUpQueue(ownerUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, max: 2 });
  boss.on('error', () => {});
  await boss.start();
  try {
    // Of one task at most one job waits, however many processes heard of it.
    for (const lane of LANES) await boss.createQueue(lane, { name: lane, policy: 'short' });
    await boss.schedule('upkeep', UPKEEP_CRON, { id: 'upkeep' });
  } finally {
    await boss.stop({ graceful: false });
  }
}

export interface Job {
  taskId: string;
  done(): Promise<void>;
}

export interface Queue {
  /** @param before how many of the same person's were asked for before it: the first of each person go first */
  send(lane: Lane, taskId: string, before: number): Promise<void>;
  /** The next job of a lane, if there is one; `done` when it need not come again. */
  next(lane: Lane): Promise<Job | null>;
  close(): Promise<void>;
}

/** @param complain hears of what goes wrong between jobs. */
export async function openQueue(url: string, complain: (error: Error) => void): Promise<Queue> {
  const boss = new PgBoss({ connectionString: url, max: 3, migrate: false });
  boss.on('error', complain);
  await boss.start();
  return {
    async send(lane, taskId, before) {
      await boss.send(lane, { id: taskId }, { singletonKey: taskId, retryLimit: 0, priority: -before });
    },
    async next(lane) {
      const [job] = await boss.fetch<{ id: string }>(lane);
      return job ? { taskId: job.data.id, done: () => boss.complete(lane, job.id) } : null;
    },
    close: () => boss.stop({ graceful: false }),
  };
}
