/** Writes an archive: one index, and for each recording its original bytes and its score as they are kept. */
import type { PassThrough } from 'node:stream';
import { setTimeout } from 'node:timers/promises';
import {
  ARCHIVE_INDEX,
  ARCHIVE_SIGNATURE,
  ARCHIVE_VERSION,
  type Archive,
  CORE_VERSION,
  type KeelTrace,
} from '@keel/core';
import { type DataSource, In, IsNull, Not } from 'typeorm';
import yazl from 'yazl';
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
  StandardEntity,
  StatementEntity,
  TeachingEntity,
  zoneOf,
} from '../db/entities.ts';
import { bytesOf } from '../files/recording-files.ts';
import { signatureOf } from './key.ts';
import { sha256 } from './read.ts';
import { type ArchiveOf, airplanesBooked, namedIn, recordOfArchive } from './record.ts';

/** The archive as a stream; it is made while it is read, a recording at a time, and no further than somebody reads. */
export function writeArchive(
  database: DataSource,
  of: ArchiveOf,
): { stream: PassThrough /** Nothing more is worked out for it. */; over: Promise<void> } {
  const zip = new yazl.ZipFile();
  const stream = zip.outputStream as PassThrough;
  const over = fill(database, of, zip).catch((error) => void stream.destroy(error));
  return { stream, over };
}

async function fill(database: DataSource, of: ArchiveOf, zip: yazl.ZipFile): Promise<void> {
  const { schoolId } = of;
  const sums: Record<string, string> = {};
  const add = (name: string, bytes: Buffer) => {
    sums[name] = sha256(bytes);
    zip.addBuffer(bytes, name);
  };
  const index = await indexOf(database, of);
  add(ARCHIVE_INDEX, Buffer.from(JSON.stringify(index, null, 1)));
  for (const { id: recordingId, file, score } of index.recordings) {
    // What was added is compressed before the next comes: the archive never lies in memory as a whole.
    await drained(zip.outputStream as PassThrough);
    add(file, await bytesOf(database, { schoolId, recordingId }));
    if (!score) continue;
    const kept = await keptScore(database, schoolId, recordingId);
    add(score, Buffer.from(JSON.stringify(kept.index)));
    if (kept.flight) add(flightName(recordingId), kept.flight);
  }
  zip.addBuffer(Buffer.from(JSON.stringify(await signatureOf(database, schoolId, sums))), ARCHIVE_SIGNATURE);
  zip.end();
}

export const flightName = (recordingId: string): string => `flight-${recordingId}.bin`;

const LOOK_MS = 20;
/** Waits until whoever reads has taken most of what was written. @throws Error where nobody reads any more */
async function drained(stream: PassThrough): Promise<void> {
  do {
    await setTimeout(stream.readableLength < 1024 * 1024 ? 0 : LOOK_MS);
    if (stream.destroyed) throw new Error('nobody reads this archive any more');
  } while (stream.readableLength >= 4 * 1024 * 1024);
}

async function keptScore(database: DataSource, schoolId: string, recordingId: string) {
  const row = await database
    .getRepository(ScoreEntity)
    .findOneByOrFail({ schoolId, recordingId, current: true });
  const [keels, flight] = await Promise.all([
    database.getRepository(KeelEntity).find({ where: { scoreId: row.id }, order: { attempt: 'ASC' } }),
    database.getRepository(FlightEntity).findOneBy({ scoreId: row.id }),
  ]);
  const { id, core, score, profile, keels: small, observations, createdAt } = row;
  const traces: KeelTrace[] = keels.map(({ trace }) => trace);
  return {
    index: { id, core, createdAt, score, profile, keels: small, observations, traces },
    flight: flight?.data,
  };
}

async function indexOf(database: DataSource, { schoolId, studentId }: ArchiveOf): Promise<Archive> {
  const mine = studentId ? { schoolId, studentId } : { schoolId };
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const lessons = await database
    .getRepository(LessonEntity)
    .find({ where: mine, order: { plannedAt: 'ASC', id: 'ASC' } });
  const recordings = await database.getRepository(RecordingEntity).find({
    // What is nobody's yet is in no record.
    where: { schoolId, studentId: studentId ?? Not(IsNull()), deletedAt: IsNull() },
    order: { flownAt: 'ASC', id: 'ASC' },
  });
  const ids = recordings.map(({ id }) => id);
  const [scored, statements, entered, teaching] = await Promise.all([
    database.getRepository(ScoreEntity).find({
      select: { id: true, recordingId: true },
      where: { schoolId, recordingId: In(ids), current: true },
    }),
    database
      .getRepository(StatementEntity)
      .find({ where: { schoolId, recordingId: In(ids) }, order: { createdAt: 'ASC', id: 'ASC' } }),
    database
      .getRepository(EnteredAttemptEntity)
      .find({ where: mine, order: { createdAt: 'ASC', id: 'ASC' } }),
    database.getRepository(TeachingEntity).find({ where: mine }),
  ]);
  const record = await recordOfArchive(database, { schoolId, studentId });
  const named = new Set<string>([
    ...namedIn(record),
    ...(studentId ? [studentId] : []),
    ...lessons.flatMap((one) => [one.studentId, one.instructorId]),
    ...recordings.flatMap((one) => [one.studentId, one.uploadedBy].filter((id) => id !== null)),
    ...statements.map(({ authorId }) => authorId),
    ...entered.flatMap((one) => [one.authorId, ...(one.withdrawn ? [one.withdrawn.by] : [])]),
    ...teaching.flatMap((pair) => [pair.instructorId, pair.studentId]),
  ]);
  const people = await database.getRepository(AccountEntity).find({
    where: studentId ? { schoolId, id: In([...named]) } : { schoolId },
    order: { name: 'ASC', id: 'ASC' },
  });
  const rows = (key: 'airplaneRowId' | 'standardRowId') => [
    ...new Set([
      ...[...lessons, ...recordings].map((one) => one[key]),
      ...(key === 'airplaneRowId' ? airplanesBooked(record) : []),
    ]),
  ];
  const [airplanes, standards] = await Promise.all([
    database.getRepository(AirplaneEntity).findBy({ schoolId, rowId: In(rows('airplaneRowId')) }),
    database.getRepository(StandardEntity).findBy({ schoolId, rowId: In(rows('standardRowId')) }),
  ]);
  const hasScore = new Set(scored.map(({ recordingId }) => recordingId));
  const json = <T>(value: T): T => JSON.parse(JSON.stringify(value));
  return json({
    'keelpath-archive': ARCHIVE_VERSION,
    madeAt: new Date().toISOString(),
    core: CORE_VERSION,
    school: { id: schoolId, name: school.name, zone: zoneOf(school) },
    people: people.map(({ id, name, role, born }) => ({ id, name, role, born })),
    teaching: teaching.map(({ instructorId, studentId: student }) => ({ instructorId, studentId: student })),
    airplanes: airplanes.map(({ rowId, data }) => ({ rowId, data })),
    standards: standards.map(({ rowId, version, data }) => ({ rowId, version, data })),
    lessons: lessons.map(({ schoolId: _, origin: __, ...lesson }) => lesson),
    recordings: recordings.map(({ schoolId: _, origin: __, deletedAt: ___, ...recording }) => ({
      ...recording,
      file: `recording-${recording.id}.bin`,
      score: hasScore.has(recording.id) ? `score-${recording.id}.json` : null,
    })),
    statements: statements.map(({ schoolId: _, ...statement }) => statement),
    entered: entered.map(({ schoolId: _, ...one }) => one),
    record,
  } as unknown as Archive);
}
