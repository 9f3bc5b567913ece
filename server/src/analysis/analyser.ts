/** Where files are analysed: in a pool of worker threads, so that no request waits on another's scoring. */
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { type AnalysisEvent, type AnalysisInput, analyse } from './analyse.ts';
import { END } from './worker.ts';

export interface Analyser {
  /**
   * Resolves when everything has been told.
   * @throws AbortError when `signal` stops it: the thread is ended and nothing more is told.
   */
  run(input: AnalysisInput, tell: (event: AnalysisEvent) => void, signal?: AbortSignal): Promise<void>;
  close(): Promise<void>;
}

/** `file`: the built worker. One thread: a machine in a clubhouse has other things to do. */
export function workerAnalyser(file: string): Analyser {
  const pool = new Piscina({ filename: file, minThreads: 0, maxThreads: 1, idleTimeout: 30_000 });
  return {
    async run(input, tell, signal) {
      const { port1, port2 } = new MessageChannel();
      const told = new Promise<void>((resolve) => {
        port1.on('message', (event: AnalysisEvent | typeof END) => {
          if (event === END) resolve();
          else tell(event);
        });
      });
      try {
        await pool.run({ input, port: port2 }, { transferList: [port2], signal });
        await told;
      } finally {
        port1.close();
      }
    },
    close: () => pool.destroy(),
  };
}

/** The same on this very thread, for the tests. */
export const inlineAnalyser: Analyser = {
  async run(input, tell, signal) {
    // Lets whoever wants to stop it say so before it begins.
    await new Promise((resolve) => setImmediate(resolve));
    signal?.throwIfAborted();
    analyse(input, tell);
  },
  async close() {},
};
