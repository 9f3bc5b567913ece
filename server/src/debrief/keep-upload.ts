/** A file that comes in: read, and kept with the wish to have it scored, in one transaction; or refused, with nothing kept. */
import { createHash, randomUUID } from 'node:crypto';
import { type Beginning, type Created, dayIn, describeInput, InputError, instantOf } from '@keel/core';
import { type DataSource, type EntityManager, IsNull } from 'typeorm';
import { type ReadResult, readForKeeping } from '../analysis/analyse.ts';
import { RecordingEntity, type RecordingRow, SchoolEntity, zoneOf } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { keepBytes } from '../files/recording-files.ts';
import { fileUpTo } from '../live/rows.ts';
import { ask } from '../tasks/list.ts';

/** When the synthetic instructor had the controls of a trainer flight, and in whose name that is said. */
export interface InstructorFlew {
  authorId: string;
  held: { startS: number; endS: number }[];
}

/** A file, or a flight whose rows are one. */
type Source = { bytes: Uint8Array } | { flight: { schoolId: string; id: string; seq: number } };

export type Upload = Source & {
  row: Pick<
    RecordingRow,
    | 'schoolId'
    | 'studentId'
    | 'lessonId'
    | 'airplaneRowId'
    | 'standardRowId'
    | 'uploadedBy'
    | 'fileName'
    | 'weightLb'
    | 'groundFt'
    | 'mapping'
    | 'flownIn'
  > & { id?: string };
  /** When the lesson was to be, for a file that does not say when it was flown. */
  givenAt: Date | null;
  /** The lesson's day holds, whatever the file's clock says: somebody said so. */
  dayOfLesson?: boolean;
  /** When the synthetic instructor had the controls of a trainer flight, and whose word that is. */
  instructorFlew?: InstructorFlew;
};

export type UploadResult = Created | { refused: string };

/** What a device sent was acknowledged: where it cannot be scored it is kept all the same, and says why. */
export async function keepUpload(database: DataSource, upload: Upload): Promise<UploadResult> {
  const { row } = upload;
  const given =
    'flight' in upload ? await fileUpTo(database, upload.flight, upload.flight.seq) : upload.bytes;
  const bytes = Buffer.from(given.buffer, given.byteOffset, given.byteLength);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const known = await knownFile(database, row, sha256);
  if (known) return known;
  try {
    const read = readOrRefuse(given, row);
    if ('refused' in read && !('flight' in upload)) return read;
    return await database.transaction((manager) => keep(manager, upload, bytes, sha256, read));
  } catch (error) {
    // Of two uploads of one file at the same time the database keeps one.
    if (!isDuplicate(error)) throw error;
    const winner = await knownFile(database, row, sha256);
    if (winner) return winner;
    throw error;
  }
}

function readOrRefuse(
  bytes: Uint8Array,
  { mapping, fileName }: Upload['row'],
): ReadResult | { refused: string } {
  try {
    return readForKeeping(bytes, mapping ?? undefined);
  } catch (error) {
    if (error instanceof InputError) return { refused: describeInput(error, fileName) };
    throw error;
  }
}

/** The recording of this id, or this student's of the very same bytes in this airplane, if it is there. */
async function knownFile(
  database: DataSource,
  { schoolId, id, studentId, airplaneRowId }: Upload['row'],
  sha256: string,
): Promise<Created | null> {
  const known = await database.getRepository(RecordingEntity).findOneBy([
    ...(id ? [{ schoolId, id }] : []),
    // What is nobody's is told by its own id alone.
    ...(studentId ? [{ schoolId, studentId, airplaneRowId, sha256, deletedAt: IsNull() }] : []),
  ]);
  return known && { id: known.id, duplicate: true };
}

async function keep(
  manager: EntityManager,
  { row, givenAt, dayOfLesson, instructorFlew }: Upload,
  bytes: Buffer,
  sha256: string,
  read: ReadResult | { refused: string },
): Promise<Created> {
  const { schoolId } = row;
  const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
  const id = row.id ?? randomUUID();
  await manager.insert(RecordingEntity, {
    ...row,
    id,
    sha256,
    size: bytes.length,
    ...('refused' in read
      ? { status: 'refused', refusal: read.refused, flownAt: givenAt ?? new Date(), epochMs: null }
      : {
          status: 'analysing',
          refusal: null,
          flownAt: flownAtOf(dayOfLesson ? undefined : read.begins, givenAt, zoneOf(school)) ?? new Date(),
          epochMs: read.epochMs,
        }),
  });
  await keepBytes(manager, { schoolId, recordingId: id }, bytes);
  if ('refused' in read) return { id, duplicate: false };
  await ask(manager, {
    schoolId,
    kind: 'score',
    subject: id,
    ...(row.uploadedBy && { askedBy: row.uploadedBy }),
    input: instructorFlew ? { instructorFlew } : {},
  });
  return { id, duplicate: false };
}

/** The file's own time; a file that names only the day takes the lesson's hour of that day, else its first moment. */
function flownAtOf(begins: Beginning | undefined, givenAt: Date | null, zone: string): Date | null {
  if (!begins) return givenAt;
  if ('atMs' in begins) return new Date(begins.atMs);
  return givenAt && dayIn(givenAt, zone) === begins.day ? givenAt : instantOf(begins.day, zone);
}
