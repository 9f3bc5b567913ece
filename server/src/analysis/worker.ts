/** The worker thread's entry: analyses one file and tells each step through the port it was given. */
import type { MessagePort } from 'node:worker_threads';
import { type AnalysisInput, analyse } from './analyse.ts';

/** The last message: everything before it has been told. */
export const END = 'end';

export default function work({ input, port }: { input: AnalysisInput; port: MessagePort }): void {
  try {
    analyse(input, (event) => port.postMessage(event));
  } finally {
    port.postMessage(END);
  }
}
