/** What the rest of the server asks of its workers. */
import type { LiveVerdict } from '@keel/core';
import type { TaskRow } from '../db/entities.ts';
import type { Upload, UploadResult } from '../debrief/keep-upload.ts';
import type { Ended } from '../live/ended.ts';

export interface Threads {
  /** How many tasks of the long lane are worked on at once. */
  readonly long: number;
  /** @throws AbortError when `signal` stops it: the thread is ended, and nothing more is told or stored. */
  task(
    lane: 'quick' | 'long',
    job: { id: string; holder: string },
    tell: (fraction: number) => void,
    signal: AbortSignal,
  ): Promise<void>;
  /** Reads a file and keeps it. */
  upload(upload: Upload): Promise<UploadResult>;
  /** What an attempt of a flight under way would be judged if the flight had ended with it. */
  verdict(ended: Ended): Promise<LiveVerdict | null>;
  close(): Promise<void>;
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
