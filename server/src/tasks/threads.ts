/** Where heavy work is done: threads, bounded in number, memory and time; no request waits on another's computation. */
import { MessageChannel } from 'node:worker_threads';
import type { DataSource } from 'typeorm';
import { takeInArchive } from '../archive/take-in.ts';
import { keepUpload } from '../debrief/keep-upload.ts';
import { Problem } from '../http/problem.ts';
import { readBatchOrRefuse } from '../live/batch.ts';
import { provisionalVerdict } from '../live/provisional.ts';
import { readTable } from '../record/read-table.ts';
import { carryOut } from './carry-out.ts';
import { makePool } from './pool.ts';
import { type Threads, TookTooMuch } from './service.ts';
import type { Work } from './thread.ts';
import { turns } from './turns.ts';

interface ThreadOptions {
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

/** How long one piece of work may take, ms: what somebody waits for, what is worked out for later, an archive of years. */
const LONGEST_MS = { quick: 60_000, long: 600_000, archive: 1_800_000 } as const;
/** Threads for what somebody waits for: one that is at something slow leaves another. */
const QUICK = 2;
/** Of a batch: read in about a millisecond, whatever stands in it. */
const AT_ONCE = 16 * 1024;
/** Files of one person that wait to be read. */
const MOST_WAITING = 200;

/** Of one person’s quick work one piece at a time is done, so that nobody has all of the threads. */
export function workerThreads({ file, url, long, heapMb, complain }: ThreadOptions): Threads {
  const pool = (threads: number, behind = true) =>
    makePool({ file, threads, workerData: { url, behind }, heapMb, complain });
  const quick = pool(QUICK);
  const others = long > 0 ? pool(long) : quick;
  /** What devices send waits for nothing else, and goes before what is worked out. */
  const feed = pool(1, false);
  const inTurn = turns({ atOnce: QUICK, each: 1 });
  /** What somebody waits for. */
  const answer = <T>(work: Work, transferList: ArrayBuffer[] = []) =>
    quick.run<T>(work, { longestMs: LONGEST_MS.quick, transferList });

  return {
    long,
    turn: (who, work) => inTurn.take(who, work),
    async task(lane, job, tell, signal) {
      const { port1, port2 } = new MessageChannel();
      port1.on('message', tell);
      const work: Work = { do: 'task', ...job, port: port2 };
      try {
        const on = lane === 'long' ? others : quick;
        await on.run(work, { longestMs: LONGEST_MS[lane], transferList: [port2], signal });
      } finally {
        port1.close();
      }
    },
    upload: async (upload, who) => {
      if (inTurn.waiting(who) >= MOST_WAITING)
        throw new Problem(429, 'Several of your requests are still running. Wait until one has finished.');
      return inTurn.take(who, () =>
        answer<Awaited<ReturnType<Threads['upload']>>>(
          { do: 'upload', upload },
          'bytes' in upload ? [upload.bytes.buffer as ArrayBuffer] : [],
        ).catch((error) => {
          if (!(error instanceof TookTooMuch)) throw error;
          throw new Problem(
            422,
            'This takes too long to read: split the recording, or leave out what is not needed.',
          );
        }),
      );
    },
    // One after the other, so that what somebody waits for finds a thread.
    verdict: (ended) => inTurn.take('live', () => answer({ do: 'verdict', ended })),
    // A second or two of a flight is read sooner than it is handed over; what is larger holds nobody up elsewhere.
    batch: async (bytes) =>
      bytes.byteLength <= AT_ONCE
        ? readBatchOrRefuse(bytes)
        : feed.run({ do: 'batch', bytes } satisfies Work, {
            longestMs: LONGEST_MS.quick,
            transferList: [bytes.buffer as ArrayBuffer],
          }),
    table: (table, who) => inTurn.take(who, () => answer({ do: 'table', table })),
    archive: (archive) =>
      others.run({ do: 'archive', archive } satisfies Work, { longestMs: LONGEST_MS.archive }),
    async close() {
      await Promise.all([...new Set([quick, others, feed])].map((one) => one.close()));
    },
  };
}

/** The same on this very thread, for the tests. */
export const inlineThreads = (database: DataSource): Threads => ({
  long: 1,
  turn: (_who, work) => work(),
  task: (_lane, job, tell) => carryOut(database, job, tell),
  upload: (upload) => keepUpload(database, upload),
  verdict: (ended) => provisionalVerdict(database, ended),
  batch: async (bytes) => readBatchOrRefuse(bytes),
  table: async (table) => readTable(table),
  archive: (archive) => takeInArchive(database, archive),
  close: async () => {},
});
