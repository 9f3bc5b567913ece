/** Carries one task out: works it out, then stores what came of it and ends the task in one transaction. */
import type { DataSource } from 'typeorm';
import { TaskEntity } from '../db/entities.ts';
import { HANDLERS } from './kinds.ts';
import type { TaskKind } from './lanes.ts';
import { finish } from './list.ts';

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
