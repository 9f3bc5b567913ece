/**
 * Takes an archive into a school. What is there already stays as it is, so that the same archive twice changes nothing; what
 * is new is marked with where it came from. Nobody is let in by it: who comes with an archive has no address and no password
 * here, and no account is found by its address.
 */
import {
  type Archive,
  anyScoreSchema,
  archivedScoreSchema,
  archiveSchema,
  hashOf,
  InputError,
  inputWords,
  type KeelTrace,
  slugOf,
  type TakenIn,
} from '@keel/core';
import { type DataSource, type EntityManager, IsNull } from 'typeorm';
import { v5 as uuidFrom } from 'uuid';
import {
  AccountEntity,
  AirplaneEntity,
  EnteredAttemptEntity,
  FlightEntity,
  KeelEntity,
  LessonEntity,
  RecordingEntity,
  SchoolEntity,
  ScoreEntity,
  type ScoreRow,
  type SignedRow,
  StandardEntity,
  StatementEntity,
  TeachingEntity,
} from '../db/entities.ts';
import { isDuplicate, refusalOf } from '../db/errors.ts';
import { insertNew } from '../db/insert-new.ts';
import { keepBytes } from '../files/recording-files.ts';
import { Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { writeRecords } from '../path/skill-records.ts';
import { addToTrail } from '../people/trail.ts';
import { signedHash } from '../record/sign.ts';
import { ask } from '../tasks/list.ts';
import { isKeyOf } from './key.ts';
import type { NewArchive, RefusedArchive } from './new-archive.ts';
import { type OpenedArchive, openArchive, sha256 as sha256Of } from './read.ts';
import { studentsOf, takeRecord } from './record.ts';
import { collides, rekeyed, rekeyedEntries } from './rekey.ts';
import { flightName } from './write.ts';

/** Tells, in an id, what came from a school from what was here. */
const markOf = (school: string): string => slugOf(school, 20) || 'elsewhere';

type Sender = NewArchive['by'];

/** For a thread, which hands over why it refuses as it hands over what was new. */
export async function takeInArchive(
  database: DataSource,
  { path, by }: NewArchive,
): Promise<TakenIn | RefusedArchive> {
  try {
    const opened = await openArchive(path);
    try {
      return await takeIn(database, by, opened);
    } finally {
      opened.close();
    }
  } catch (error) {
    const refusal =
      error instanceof InputError
        ? new Problem(422, `A recording of this archive cannot be read: ${inputWords(error)}.`)
        : error instanceof Problem
          ? error
          : refusalOf(error);
    if (refusal) return { refused: refusal.message, status: refusal.status };
    if (isDuplicate(error))
      return { refused: 'Something in this archive is there twice: have it made again.', status: 422 };
    throw error;
  }
}

/** Who says what an archive holds: this school, another by its own key, or nobody knows. */
type Trust = 'own' | 'elsewhere' | 'unverified';

async function trustOf(manager: EntityManager, schoolId: string, opened: OpenedArchive): Promise<Trust> {
  const { index, signature } = opened;
  const other = index.school.id;
  if (!signature || signature.school !== other) return 'unverified';
  const known = await isKeyOf(manager, { schoolId, other, publicKey: signature.publicKey });
  if (!known) return 'unverified';
  return other === schoolId ? 'own' : 'elsewhere';
}

async function takeIn(database: DataSource, by: Sender, opened: OpenedArchive): Promise<TakenIn> {
  const { schoolId } = by;
  return database.transaction(async (manager) => {
    const trust = await trustOf(manager, schoolId, opened);
    const { school } = opened.index;
    const origin = trust === 'own' ? null : `${school.name}${trust === 'unverified' ? ' (unverified)' : ''}`;
    requireSigned(opened.raw);
    const isOther = origin !== null && (await collides(manager, schoolId, opened, origin));
    const raw: unknown = isOther ? JSON.parse(rekeyed(opened.text, origin, school.id)) : opened.raw;
    const source: Source = {
      ...opened,
      ...(isOther && rekeyedEntries(opened, origin)),
      raw,
      index: isOther ? archiveSchema.parse(raw) : opened.index,
      origin,
      // Of its own school an archive that the school's key did not sign tells what was flown, and nobody's word.
      words: trust !== 'unverified' || school.id !== schoolId,
      isOther,
    };
    const taken = await take(manager, by, source);
    return { from: school.name, verified: trust !== 'unverified', ...taken };
  });
}

interface Source extends Pick<OpenedArchive, 'index' | 'raw' | 'entry' | 'has'> {
  /** Null where the archive is this school’s own. */
  origin: string | null;
  /** Whether what people said in it, and its scores, are taken in. */
  words: boolean;
  /** Whether its ids were put otherwise. */
  isOther: boolean;
}
type Counts = Omit<TakenIn, 'from' | 'verified'>;

async function take(manager: EntityManager, by: Sender, source: Source): Promise<Counts> {
  const { schoolId } = by;
  const { index, origin, words } = source;
  const taken: Counts = {
    people: 0,
    airplanes: 0,
    standards: 0,
    lessons: 0,
    recordings: 0,
    statements: 0,
    entered: 0,
    signed: 0,
    record: 0,
  };
  for (const { id, name, role: had, born } of index.people) {
    // Nobody is a chief here by what was so elsewhere.
    const role = origin !== null && had === 'chief' ? 'instructor' : had;
    if (await insertNew(manager, AccountEntity, { schoolId, id, name, role, born, origin })) taken.people++;
  }
  for (const pair of index.teaching) await insertNew(manager, TeachingEntity, { schoolId, ...pair });
  const airplanes = await takeAirplanes(manager, schoolId, index, taken);
  const standards = await takeStandards(manager, schoolId, index, taken);
  const mapped = <T extends { airplaneRowId: string; standardRowId: string }>(row: T) => ({
    ...row,
    schoolId,
    origin,
    airplaneRowId: airplanes.get(row.airplaneRowId) ?? missing('airplane'),
    standardRowId: standards.get(row.standardRowId) ?? missing('standard'),
  });
  for (const lesson of index.lessons)
    if (await insertNew(manager, LessonEntity, mapped(lesson))) taken.lessons++;
  const fresh: string[] = [];
  /** Where the very same bytes were sent here as well, that recording stands for the archive’s. */
  const standsFor = new Map<string, string>();
  for (const { file: _, score: __, ...recording } of index.recordings) {
    const row = { ...mapped(recording), status: 'analysing', deletedAt: null };
    if (await insertNew(manager, RecordingEntity, row)) {
      fresh.push(recording.id);
      taken.recordings++;
    } else standsFor.set(recording.id, await recordingHere(manager, row));
  }
  for (const recording of index.recordings.filter(({ id }) => fresh.includes(id)))
    await takeRecording(manager, schoolId, recording, source);
  const recordingHereOf = (id: string) => standsFor.get(id) ?? id;
  if (words) {
    for (const { scoreId, ...statement } of index.statements) {
      const row = {
        ...statement,
        schoolId,
        recordingId: recordingHereOf(statement.recordingId),
        scoreId: scoreId && scoreOf(schoolId, scoreId),
      };
      if (await insertNew(manager, StatementEntity, row)) taken.statements++;
    }
    for (const one of index.entered)
      if (await insertNew(manager, EnteredAttemptEntity, { schoolId, ...one })) taken.entered++;
  }
  // Of what this school signed itself nothing comes back by an archive: that is what a backup is for.
  if (index.record && words && origin !== null)
    Object.assign(
      taken,
      await takeRecord(manager, signedIn(source), {
        record: index.record,
        schoolId,
        origin,
        airplanes,
        recordingHere: recordingHereOf,
      }),
    );
  for (const id of new Set([...fresh, ...standsFor.values()])) await writeAttempts(manager, { schoolId, id });
  const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
  for (const student of studentsOf(index)) await writeRecords(manager, school, student);
  await addToTrail(manager, by, 'archive taken in', index.school.id, { ...taken });
  return taken;
}

type Signed = Omit<SignedRow, 'schoolId'>;

/** What was signed, as it stands in the archive: a hash is of every key of it. */
const rowsSigned = (raw: unknown): Signed[] => {
  const { record } = raw as { record?: { signed: (Signed & { signedAt: string })[] } };
  return (record?.signed ?? []).map((row) => ({ ...row, signedAt: new Date(row.signedAt) }));
};

/** @throws Problem 422 where a hash is not of what it says that was signed. */
function requireSigned(raw: unknown): void {
  for (const row of rowsSigned(raw))
    if (signedHash(row) !== row.hash)
      throw new Problem(422, `A signature of this archive is of something else than it says (${row.id}).`);
}

/** With ids of its own here it has a hash of its own, and keeps the one that it had. */
const signedIn = ({ raw, isOther }: Source): Signed[] =>
  rowsSigned(raw).map((row) => ({
    ...row,
    originHash: row.originHash ?? (isOther ? row.hash : null),
    hash: isOther ? signedHash(row) : row.hash,
  }));

/** The recording of that id, else the one of the very same bytes. */
async function recordingHere(
  manager: EntityManager,
  row: { schoolId: string; id: string; studentId: string; airplaneRowId: string; sha256: string },
): Promise<string> {
  const { schoolId, id, studentId, airplaneRowId, sha256 } = row;
  if (await manager.existsBy(RecordingEntity, { schoolId, id })) return id;
  const same = { schoolId, studentId, airplaneRowId, sha256, deletedAt: IsNull() };
  return (await manager.findOneByOrFail(RecordingEntity, same)).id;
}

function missing(what: string): never {
  throw new Problem(422, `The archive names a ${what} that it does not hold: have it made again.`);
}

/** Rows whose ids are the database’s own get, in each school, ids of that school; the same ones each time. */
const rowOf = (schoolId: string, rowId: string): string => uuidFrom(rowId, schoolId);
const scoreOf = (schoolId: string, scoreId: string): string => uuidFrom(scoreId, schoolId);

/** The school’s own airplane where it is the very same; else the archive’s, beside it, under a name that tells. */
async function takeAirplanes(manager: EntityManager, schoolId: string, index: Archive, taken: Counts) {
  const rows = new Map<string, string>();
  for (const { rowId, data } of index.airplanes) {
    const here = await manager.findOneBy(AirplaneEntity, { schoolId, id: data.id });
    const rowHere = rowOf(schoolId, rowId);
    if (here && (here.rowId === rowHere || hashOf(here.data) === hashOf(data))) {
      rows.set(rowId, here.rowId);
      continue;
    }
    const id = here ? `${data.id}-${markOf(index.school.name)}`.slice(0, 61) : data.id;
    const row = { rowId: rowHere, schoolId, id, data: { ...data, id } as object, version: 1 };
    if (await insertNew(manager, AirplaneEntity, row)) taken.airplanes++;
    rows.set(rowId, rowHere);
  }
  return rows;
}

async function takeStandards(manager: EntityManager, schoolId: string, index: Archive, taken: Counts) {
  const rows = new Map<string, string>();
  for (const { rowId, version, data } of index.standards) {
    const here = await manager.findBy(StandardEntity, { schoolId, id: data.id });
    const rowHere = rowOf(schoolId, rowId);
    const same = here.find((one) => one.rowId === rowHere || hashOf(one.data) === hashOf(data));
    if (same) {
      rows.set(rowId, same.rowId);
      continue;
    }
    const id = here.length > 0 ? `${data.id}-${markOf(index.school.name)}`.slice(0, 61) : data.id;
    const row = { rowId: rowHere, schoolId, id, version, data: { ...data, id }, editedBy: null };
    if (await insertNew(manager, StandardEntity, row)) taken.standards++;
    rows.set(rowId, rowHere);
  }
  return rows;
}

/** The bytes, and the score as it was worked out; one that cannot be used is worked out anew. */
async function takeRecording(
  manager: EntityManager,
  schoolId: string,
  recording: Archive['recordings'][number],
  { entry, has, words }: Source,
): Promise<void> {
  const { id: recordingId, sha256, file, fileName } = recording;
  const bytes = await entry(file);
  if (sha256Of(bytes) !== sha256)
    throw new Problem(422, `${fileName} is not what it was when the archive was made: have it made again.`);
  await keepBytes(manager, { schoolId, recordingId }, bytes);
  if (recording.status === 'refused') {
    await manager.update(RecordingEntity, { schoolId, id: recordingId }, { status: 'refused' });
    return;
  }
  const score = words && recording.score ? await scoreIn(recording.score, sha256, entry) : null;
  if (!score) {
    await ask(manager, { schoolId, kind: 'score', subject: recordingId });
    return;
  }
  await manager.update(RecordingEntity, { schoolId, id: recordingId }, { status: 'analysed' });
  const id = scoreOf(schoolId, score.id);
  const { traces, createdAt, ...row } = score;
  await manager.insert(ScoreEntity, {
    ...(row as unknown as ScoreRow),
    id,
    schoolId,
    recordingId,
    current: true,
    createdAt: new Date(createdAt),
  });
  if (traces.length > 0)
    await manager.insert(
      KeelEntity,
      traces.map((trace, attempt) => ({ scoreId: id, attempt, trace: trace as unknown as KeelTrace })),
    );
  const flight = flightName(recordingId);
  if (has(flight)) await manager.insert(FlightEntity, { scoreId: id, data: await entry(flight) });
}

/**
 * A score of this very file, of a shape that this program reads; null for one that is not.
 * @throws Problem 422 for what is no score at all
 */
async function scoreIn(name: string, sha256: string, entry: OpenedArchive['entry']) {
  let kept: unknown;
  try {
    kept = JSON.parse(String(await entry(name)));
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(422, `${name} is no JSON: have the archive made again.`);
  }
  const read = archivedScoreSchema.safeParse(kept);
  if (!read.success) {
    const [{ path, message }] = read.error.issues;
    throw new Problem(422, `${name}, ${path.join('.')}: ${message}`);
  }
  const score = anyScoreSchema.safeParse(read.data.score);
  return score.success && score.data.sha256.recording === sha256 ? read.data : null;
}
