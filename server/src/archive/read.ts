/** Opens an archive that came from outside: nothing in it is believed before it is looked at. */
import { ARCHIVE_INDEX, ARCHIVE_VERSION, type Archive, archiveSchema } from '@keel/core';
import yauzl from 'yauzl';
import { Problem } from '../http/problem.ts';

const LARGEST_UNPACKED = 2 * 1024 ** 3;
const LARGEST_ENTRY = 256 * 1024 ** 2;
const MOST_ENTRIES = 10_000;
/** A name as an archive gives it: no path, no dot file. */
const NAME = /^[a-z0-9][a-z0-9.-]{0,120}$/i;

const BROKEN =
  'This is no whole archive: it is cut short or damaged. Have it made again, and send it as it came.';

export interface OpenedArchive {
  index: Archive;
  /** The bytes of an entry. @throws Problem 422 where it is not there or cannot be unpacked. */
  entry(name: string): Promise<Buffer>;
  close(): void;
}

const open = (bytes: Buffer): Promise<yauzl.ZipFile> =>
  new Promise((resolve, reject) =>
    yauzl.fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, zip) =>
      error ? reject(new Problem(422, BROKEN)) : resolve(zip),
    ),
  );

/** Every entry by its name. @throws Problem 422 for what no archive of ours holds. */
function list(zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, yauzl.Entry>();
    let unpacked = 0;
    const refuse = (why: string) => reject(new Problem(422, why));
    if (zip.entryCount > MOST_ENTRIES) return refuse(`An archive has at most ${MOST_ENTRIES} entries.`);
    zip.on('error', () => refuse(BROKEN));
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: yauzl.Entry) => {
      unpacked += entry.uncompressedSize;
      if (!NAME.test(entry.fileName)) return refuse('An archive holds files without folders or paths.');
      if (entries.has(entry.fileName)) return refuse(`${entry.fileName} is in this archive twice.`);
      if (unpacked > LARGEST_UNPACKED || entry.uncompressedSize > LARGEST_ENTRY)
        return refuse('Unpacked, this archive is larger than 2 GB: archive fewer students at a time.');
      entries.set(entry.fileName, entry);
      return zip.readEntry();
    });
    return zip.readEntry();
  });
}

const unpack = (zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const broken = () => reject(new Problem(422, BROKEN));
    zip.openReadStream(entry, (error, stream) => {
      if (error) return broken();
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.once('error', broken);
      stream.once('end', () => resolve(Buffer.concat(parts)));
    });
  });

function checked(text: string): Archive {
  let index: unknown;
  try {
    index = JSON.parse(text);
  } catch {
    throw new Problem(422, BROKEN);
  }
  const version = (index as { 'keelpath-archive'?: unknown } | null)?.['keelpath-archive'];
  if (typeof version === 'number' && version > ARCHIVE_VERSION)
    throw new Problem(
      422,
      `This archive is of version ${version}; this program reads up to ${ARCHIVE_VERSION}. Bring it up to date first.`,
    );
  const read = archiveSchema.safeParse(index);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new Problem(422, `${ARCHIVE_INDEX}, ${issue.path.join('.')}: ${issue.message}`);
}

/** @throws Problem 422 saying what is wrong with it. */
export async function openArchive(bytes: Buffer): Promise<OpenedArchive> {
  const zip = await open(bytes);
  const entries = await list(zip);
  const entry = async (name: string) => {
    const found = entries.get(name);
    if (!found) throw new Problem(422, `${name} is missing in this archive: ${BROKEN}`);
    return unpack(zip, found);
  };
  return { index: checked(String(await entry(ARCHIVE_INDEX))), entry, close: () => zip.close() };
}
