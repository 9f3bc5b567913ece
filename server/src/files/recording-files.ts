/**
 * The bytes of recordings, as they came: in the database, or in a folder that any machine with workers or servers sees
 * (`KEEL_FILES`). Which of both is a matter of each file: where a folder is named later, what lies in the database moves over
 * by itself. Everything that keeps or reads bytes does it here, so that an object store is one more of two functions.
 */
import { mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type { DataSource, EntityManager } from 'typeorm';
import { IsNull, Not } from 'typeorm';
import { RecordingFileEntity } from '../db/entities.ts';

export interface Which {
  schoolId: string;
  recordingId: string;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** A file without its row belongs to a transaction that is under way, or never came to its end. */
const STRAY_MS = 24 * 3600_000;
const MOVED_AT_ONCE = 50;

const folder = (): string | undefined => process.env.KEEL_FILES || undefined;

function placeOf(root: string, { schoolId, recordingId }: Which): string {
  if (!UUID.test(schoolId) || !UUID.test(recordingId)) throw new Error('an id that is none names no file');
  // No folder of hundreds of thousands.
  return join(root, schoolId, recordingId.slice(0, 2), recordingId);
}

/** Whole and on the disk, or not there at all. */
async function write(file: string, bytes: Uint8Array): Promise<void> {
  await mkdir(dirname(file), { recursive: true, mode: 0o700 });
  const unfinished = `${file}.${process.pid}.${Date.now()}.unfinished`;
  const handle = await open(unfinished, 'wx', 0o600);
  try {
    await handle.writeFile(bytes);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(unfinished, file);
  const named = await open(dirname(file), 'r');
  await named.sync().finally(() => named.close());
}

/** Keeps the bytes of a recording; they are durable before the transaction that names them ends. */
export async function keepBytes(manager: EntityManager, which: Which, bytes: Buffer): Promise<void> {
  const root = folder();
  if (root) await write(placeOf(root, which), bytes);
  await manager.insert(RecordingFileEntity, { ...which, bytes: root ? null : bytes });
}

/** @throws Error where they lie in a folder that this process was not told of, or that has lost them. */
export async function bytesOf(source: DataSource | EntityManager, which: Which): Promise<Buffer> {
  const { bytes } = await source.getRepository(RecordingFileEntity).findOneByOrFail(which);
  if (bytes) return bytes;
  const root = folder();
  if (!root) throw new Error('recordings lie in a folder: start with KEEL_FILES as before');
  return readFile(placeOf(root, which));
}

/** Moves some of what lies in the database into the folder, and removes files that no row names. */
export async function tidyFiles(database: DataSource, now = Date.now()): Promise<void> {
  const root = folder();
  if (!root) return;
  const rows = database.getRepository(RecordingFileEntity);
  const here = await rows.find({
    select: { schoolId: true, recordingId: true },
    where: { bytes: Not(IsNull()) },
    take: MOVED_AT_ONCE,
  });
  for (const { schoolId, recordingId } of here) {
    const which = { schoolId, recordingId };
    await write(placeOf(root, which), await bytesOf(database, which));
    await rows.update(which, { bytes: null });
  }
  for (const [schoolId, files] of await filesIn(root)) {
    const known = new Set(
      (await rows.find({ select: { recordingId: true }, where: { schoolId } })).map((row) => row.recordingId),
    );
    for (const file of files) {
      if (known.has(basename(file))) continue;
      // One that was removed meanwhile needs removing no more.
      const age = await stat(join(root, file)).then(
        ({ mtimeMs }) => now - mtimeMs,
        () => 0,
      );
      if (age > STRAY_MS) await rm(join(root, file), { force: true });
    }
  }
}

/** Of each school: school, two letters, name; what was put there by hand is left alone. */
async function filesIn(root: string): Promise<Map<string, string[]>> {
  const all = await readdir(root, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
    // Before the first is kept there is no folder.
    if (error.code === 'ENOENT') return [];
    throw error;
  });
  const schools = new Map<string, string[]>();
  for (const path of all) {
    const [school = '', letters = '', name = '', ...more] = path.split('/');
    if (!UUID.test(school) || letters.length !== 2 || name === '' || more.length > 0) continue;
    const files = schools.get(school) ?? [];
    files.push(path);
    schools.set(school, files);
  }
  return schools;
}
