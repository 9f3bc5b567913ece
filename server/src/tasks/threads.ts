/** Where heavy work is done: threads, bounded in number and memory; no request waits on another's computation. */
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { DataSource } from 'typeorm';
import { keepUpload } from '../debrief/keep-upload.ts';
import { provisionalVerdict } from '../live/provisional.ts';
import { carryOut } from './carry-out.ts';
import type { Threads } from './service.ts';
import type { Work } from './thread.ts';

export interface ThreadOptions {
  /** The built entry of a thread. */
  file: string;
  /** The database, as the role that serves requests. */
  url: string;
  /** Threads for the long lane; 0 leaves its work to other processes. */
  long: number;
  /** Heap of a thread at the most, MB. */
  heapMb: number;
  /** Hears of a thread that could not begin or broke down; its task hears of it as well. */
  complain(error: unknown): void;
}

/** One thread stands by for what somebody waits for; the others do what takes its time. */
export function workerThreads({ file, url, long, heapMb, complain }: ThreadOptions): Threads {
  const pool = (threads: number) =>
    new Piscina({
      filename: file,
      workerData: { url },
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: 300_000,
      concurrentTasksPerWorker: 1,
      resourceLimits: { maxOldGenerationSizeMb: heapMb },
    }).on('error', complain);
  const quick = pool(1);
  const others = long > 0 ? pool(long) : quick;
  return {
    long,
    async task(lane, job, tell, signal) {
      const { port1, port2 } = new MessageChannel();
      port1.on('message', tell);
      const work: Work = { do: 'task', ...job, port: port2 };
      try {
        await (lane === 'long' ? others : quick).run(work, { transferList: [port2], signal });
      } finally {
        port1.close();
      }
    },
    upload: (upload) => {
      const work: Work = { do: 'upload', upload };
      return quick.run(work, 'bytes' in upload ? { transferList: [upload.bytes.buffer as ArrayBuffer] } : {});
    },
    verdict: (ended) => {
      const work: Work = { do: 'verdict', ended };
      return quick.run(work);
    },
    async close() {
      await quick.destroy();
      if (others !== quick) await others.destroy();
    },
  };
}

/** The same on this very thread, for the tests. */
export const inlineThreads = (database: DataSource): Threads => ({
  long: 1,
  task: (_lane, job, tell) => carryOut(database, job, tell),
  upload: (upload) => keepUpload(database, upload),
  verdict: (ended) => provisionalVerdict(database, ended),
  close: async () => {},
});
