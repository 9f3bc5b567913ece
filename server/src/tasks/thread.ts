/** A worker thread's entry. It has connections of its own, so that no byte of its work passes through the server's thread. */
import { setPriority } from 'node:os';
import { getHeapStatistics, setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import type { MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { DataSource } from 'typeorm';
import type { NewArchive } from '../archive/new-archive.ts';
import { takeInArchive } from '../archive/take-in.ts';
import { connect } from '../db/database.ts';
import { keepUpload, type Upload } from '../debrief/keep-upload.ts';
import { readBatchOrRefuse } from '../live/batch.ts';
import type { Ended } from '../live/ended.ts';
import { provisionalVerdict } from '../live/provisional.ts';
import { readTable, type Table } from '../record/read-table.ts';
import { carryOut } from './carry-out.ts';

export type Work =
  | { do: 'task'; id: string; holder: string; port: MessagePort }
  | { do: 'upload'; upload: Upload }
  | { do: 'batch'; bytes: Uint8Array }
  | { do: 'table'; table: Table }
  | { do: 'archive'; archive: NewArchive }
  | { do: 'verdict'; ended: Ended };

/** On Linux each thread has its own: whoever waits for an answer goes before what is worked out for later. */
const BEHIND = 10;
if (Piscina.workerData.behind) setPriority(BEHIND);

let connected: Promise<DataSource> | undefined;

/** One connection at a time; one that could not be made is tried again with the next work. */
function database(): Promise<DataSource> {
  connected ??= connect(Piscina.workerData.url, 2).catch((error) => {
    connected = undefined;
    throw error;
  });
  return connected;
}

/** What a large file left behind goes at once, not when the next one comes: a thread has no other time for it. */
const LARGE_HEAP = 128 * 1024 * 1024;
setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

export default async function work(what: Work): Promise<unknown> {
  try {
    return await done(what);
  } finally {
    const { total_heap_size: heap, external_memory: outside } = getHeapStatistics();
    if (heap + outside > LARGE_HEAP) collect();
  }
}

async function done(what: Work): Promise<unknown> {
  if (what.do === 'batch') return readBatchOrRefuse(what.bytes);
  if (what.do === 'table') return readTable(what.table);
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
