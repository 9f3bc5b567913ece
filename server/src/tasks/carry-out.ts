/** Carries one task out: works it out, then stores what came of it and ends the task in one transaction. */
import type { DataSource, EntityManager } from 'typeorm';
import { TaskEntity, type TaskRow } from '../db/entities.ts';
import { HANDLERS } from './kinds.ts';
import type { TaskKind } from './lanes.ts';
import { finish } from './list.ts';

/** What came of a task: an answer, a file, or both. */
export interface Outcome {
  result?: unknown;
  output?: Buffer;
}

/** Works it out, storing nothing; what it answers stores it. `tell` says how far it is, 0 to 1. */
export type Handler = (
  task: TaskRow,
  at: { database: DataSource; tell(fraction: number): void },
) => Promise<(manager: EntityManager) => Promise<Outcome>>;

/** @throws LeaseLost, with nothing stored, where the task went to another holder or was cancelled meanwhile. */
export async function carryOut(
  database: DataSource,
  { id, holder }: { id: string; holder: string },
  tell: (fraction: number) => void,
): Promise<void> {
  const task = await database.getRepository(TaskEntity).findOneByOrFail({ id });
  const store = await HANDLERS[task.kind as TaskKind].work(task, { database, tell });
  await database.transaction(async (manager) => {
    const outcome = await store(manager);
    await finish(manager, id, holder, outcome);
  });
}
