/** What the rest of the server asks of its workers. */
import type { LiveVerdict, TakenIn } from '@keel/core';
import type { NewArchive, RefusedArchive } from '../archive/new-archive.ts';
import type { TaskRow } from '../db/entities.ts';
import type { Upload, UploadResult } from '../debrief/keep-upload.ts';
import type { ReadBatch } from '../live/batch.ts';
import type { Ended } from '../live/ended.ts';
import type { ReadTable, Table } from '../record/read-table.ts';

export interface Threads {
  /** How many tasks of the long lane are worked on at once. */
  readonly long: number;
  /** When it is somebody's turn in the quick lane. */
  turn<T>(who: string, work: () => Promise<T>): Promise<T>;
  /**
   * @throws AbortError when `signal` stops it: the thread is ended, and nothing more is told or stored.
   * @throws TookTooMuch where it took longer, or more memory, than a task may
   */
  task(
    lane: 'quick' | 'long',
    job: { id: string; holder: string },
    tell: (fraction: number) => void,
    signal: AbortSignal,
  ): Promise<void>;
  /** Reads a file and keeps it. @param who whose turn it takes @throws Problem 422 where that takes too much, 429 */
  upload(upload: Upload, who: string): Promise<UploadResult>;
  /** What an attempt of a flight under way would be judged if the flight had ended with it. */
  verdict(ended: Ended): Promise<LiveVerdict | null>;
  /** Reads what a device sent. */
  batch(bytes: Uint8Array): Promise<ReadBatch | { refused: string; sha256: string }>;
  /** Reads a table of past flights. @param who whose turn it takes */
  table(table: Table, who: string): Promise<ReadTable>;
  /** Takes an archive in. */
  archive(archive: NewArchive): Promise<TakenIn | RefusedArchive>;
  close(): Promise<void>;
}

/** What took longer, or more memory, than it may: it is not tried again. */
export class TookTooMuch extends Error {
  constructor() {
    super('this takes more time or memory than the server gives to one piece of work');
  }
}

export interface Tasks {
  threads: Threads;
  /** Whether the queue and the workers answer. */
  healthy(): boolean;
  /** How many tasks this process is at. */
  running(): number;
  /**
   * Waits for the end of a task.
   * @returns the task with its file, as it ended; as it stands after `waitMs`.
   */
  ended(id: string, waitMs?: number): Promise<TaskRow>;
  close(): Promise<void>;
}
