/** Opens an archive that came from outside: nothing in it is believed before it is looked at. */
import { createHash } from 'node:crypto';
import {
  ARCHIVE_INDEX,
  ARCHIVE_SIGNATURE,
  ARCHIVE_VERSION,
  type Archive,
  type ArchiveSignature,
  archiveSchema,
  archiveSignatureSchema,
  issueWords,
} from '@keel/core';
import yauzl from 'yauzl';
import { Problem } from '../http/problem.ts';
import { isSignedBy } from './key.ts';

const LARGEST_UNPACKED = 2 * 1024 ** 3;
const LARGEST_ENTRY = 256 * 1024 ** 2;
const LARGEST_INDEX = 64 * 1024 ** 2;
const MOST_ENTRIES = 10_000;
/** A name as an archive gives it: no path, no dot file. */
const NAME = /^[a-z0-9][a-z0-9.-]{0,120}$/i;

const BROKEN =
  'This is no whole archive: it is cut short or damaged. Have it made again, and send it as it came.';

export interface OpenedArchive {
  index: Archive;
  /** The index as it stands, as text and as it was read. */
  text: string;
  raw: unknown;
  /** Who signed it; null where nobody did, or it was changed since. */
  signature: ArchiveSignature | null;
  has(name: string): boolean;
  /** The bytes of an entry. @throws Problem 422 where it is not there, cannot be unpacked, or is not what was signed. */
  entry(name: string): Promise<Buffer>;
  close(): void;
}

/** @param from its bytes, or the path of a file that holds them */
const open = (from: Buffer | string): Promise<yauzl.ZipFile> =>
  new Promise((resolve, reject) => {
    const options = { lazyEntries: true, autoClose: false, validateEntrySizes: true };
    const opened = (error: Error | null, zip: yauzl.ZipFile) =>
      error ? reject(new Problem(422, BROKEN)) : resolve(zip);
    if (typeof from === 'string') yauzl.open(from, options, opened);
    else yauzl.fromBuffer(from, options, opened);
  });

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

export const sha256 = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

function jsonIn(bytes: Buffer): unknown {
  try {
    return JSON.parse(String(bytes));
  } catch {
    throw new Problem(422, BROKEN);
  }
}

function checked(index: unknown): Archive {
  const version = (index as { 'keelpath-archive'?: unknown } | null)?.['keelpath-archive'];
  if (typeof version === 'number' && version > ARCHIVE_VERSION)
    throw new Problem(
      422,
      `This archive is of version ${version}; this program reads up to ${ARCHIVE_VERSION}. Bring it up to date first.`,
    );
  const read = archiveSchema.safeParse(index);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new Problem(422, `${ARCHIVE_INDEX}, ${issue.path.join('.')}: ${issueWords(issue)}`);
}

/** @throws Problem 422 saying what is wrong with it. */
export async function openArchive(from: Buffer | string): Promise<OpenedArchive> {
  const zip = await open(from);
  try {
    const entries = await list(zip);
    const bytesOf = async (name: string, largest = LARGEST_ENTRY) => {
      const found = entries.get(name);
      if (!found) throw new Problem(422, `${name} is missing in this archive: ${BROKEN}`);
      if (found.uncompressedSize > largest)
        throw new Problem(422, `${name} is larger than any school's: archive fewer students at a time.`);
      return unpack(zip, found);
    };
    const bytes = await bytesOf(ARCHIVE_INDEX, LARGEST_INDEX);
    const signature = entries.has(ARCHIVE_SIGNATURE)
      ? signedWith(await bytesOf(ARCHIVE_SIGNATURE, LARGEST_INDEX), sha256(bytes))
      : null;
    const raw = jsonIn(bytes);
    return {
      index: checked(raw),
      text: String(bytes),
      raw,
      signature,
      has: (name) => entries.has(name),
      async entry(name) {
        const content = name === ARCHIVE_INDEX ? bytes : await bytesOf(name);
        if (signature && signature.entries[name] !== sha256(content))
          throw new Problem(422, `${name} is not what it was when the archive was made: have it made again.`);
        return content;
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

/** A signature that covers this index; null for any other. */
function signedWith(bytes: Buffer, indexSha256: string): ArchiveSignature | null {
  const { success, data } = archiveSignatureSchema.safeParse(jsonIn(bytes));
  return success && data.entries[ARCHIVE_INDEX] === indexSha256 && isSignedBy(data) ? data : null;
}
