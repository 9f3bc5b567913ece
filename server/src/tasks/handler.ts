/** What a kind of task does, and what comes of it. */
import type { DataSource, EntityManager } from 'typeorm';
import type { TaskRow } from '../db/entities.ts';

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
