/** A worker thread's entry. It has connections of its own, so that no byte of its work passes through the server's thread. */
import { setPriority } from 'node:os';
import type { MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { DataSource } from 'typeorm';
import { type NewArchive, takeInArchive } from '../archive/take-in.ts';
import { connect } from '../db/database.ts';
import { keepUpload, type Upload } from '../debrief/keep-upload.ts';
import { readBatchOrRefuse } from '../live/batch.ts';
import type { Ended } from '../live/ended.ts';
import { provisionalVerdict } from '../live/provisional.ts';
import { carryOut } from './carry-out.ts';

export type Work =
  | { do: 'task'; id: string; holder: string; port: MessagePort }
  | { do: 'upload'; upload: Upload }
  | { do: 'batch'; bytes: Uint8Array }
  | { do: 'archive'; archive: NewArchive }
  | { do: 'verdict'; ended: Ended };

/** On Linux each thread has its own: whoever waits for an answer goes before what is worked out for later. */
const BEHIND = 10;
setPriority(BEHIND);

let connected: Promise<DataSource> | undefined;

/** One connection at a time; one that could not be made is tried again with the next work. */
function database(): Promise<DataSource> {
  connected ??= connect(Piscina.workerData.url, 2).catch((error) => {
    connected = undefined;
    throw error;
  });
  return connected;
}

export default async function work(what: Work): Promise<unknown> {
  if (what.do === 'batch') return readBatchOrRefuse(what.bytes);
  if (what.do === 'archive') return takeInArchive(await database(), what.archive);
  if (what.do === 'verdict') return provisionalVerdict(await database(), what.ended);
  if (what.do === 'upload') return keepUpload(await database(), what.upload);
  const { id, holder, port } = what;
  try {
    await carryOut(await database(), { id, holder }, (fraction) => port.postMessage(fraction));
  } finally {
    port.close();
  }
  return undefined;
}
