/**
 * Threads of one lane. What waits for one waits here, not in the threads' own queue: when a piece of work is broken off its
 * thread is ended, and that queue begins no other for those behind it until somebody comes with more.
 */
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { TookTooMuch } from './service.ts';

interface PoolOptions {
  /** The built entry of a thread. */
  file: string;
  threads: number;
  workerData: unknown;
  /** Heap of a thread at the most, MB. */
  heapMb: number;
  /** Hears of a thread that could not begin or broke down; its work hears of it as well. */
  complain(error: unknown): void;
}

interface RunOptions {
  /** How long it may take from when a thread is free for it, ms. */
  longestMs: number;
  transferList?: Parameters<Piscina['run']>[1] extends { transferList?: infer T } | undefined ? T : never;
  signal?: AbortSignal;
}

export interface Pool {
  /** @throws TookTooMuch; AbortError when `signal` breaks it off, and its thread is ended */
  run<T>(work: unknown, options: RunOptions): Promise<T>;
  close(): Promise<void>;
}

const IDLE_MS = 300_000;
const OUT_OF_MEMORY = 'ERR_WORKER_OUT_OF_MEMORY';

export function makePool({ file, threads, workerData, heapMb, complain }: PoolOptions): Pool {
  const piscina = new Piscina({
    filename: file,
    workerData,
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: IDLE_MS,
    concurrentTasksPerWorker: 1,
    resourceLimits: { maxOldGenerationSizeMb: heapMb },
  }).on('error', complain);
  const inLine = pLimit(threads);
  return {
    run: (work, { longestMs, transferList, signal: stop }) =>
      inLine(async () => {
        const late = AbortSignal.timeout(longestMs);
        const signal = stop ? AbortSignal.any([stop, late]) : late;
        try {
          return await piscina.run(work, { transferList, signal });
        } catch (error) {
          const tooLate = late.aborted && !stop?.aborted;
          if (tooLate || (error as { code?: string }).code === OUT_OF_MEMORY) throw new TookTooMuch();
          throw error;
        }
      }),
    close: async () => {
      inLine.clearQueue();
      await piscina.destroy();
    },
  };
}
