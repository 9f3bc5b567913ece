/**
 * Takes an archive into a school. What is there already stays as it is, so that the same archive twice changes nothing; what
 * is new is marked with where it came from. Nobody is let in by it: who comes with an archive has no address and no password
 * here, and no account is found by its address.
 */
import { createHash } from 'node:crypto';
import { type Archive, hashOf, slugOf, type TakenIn } from '@keel/core';
import { type DataSource, type EntityManager, IsNull } from 'typeorm';
import { v5 as uuidFrom } from 'uuid';
import { readForKeeping } from '../analysis/analyse.ts';
import {
  AccountEntity,
  AirplaneEntity,
  EnteredAttemptEntity,
  FlightEntity,
  KeelEntity,
  LessonEntity,
  RecordingEntity,
  RecordingFileEntity,
  SchoolEntity,
  ScoreEntity,
  StandardEntity,
  StatementEntity,
  TeachingEntity,
} from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { storeChunks } from '../debrief/keep-upload.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { writeRecords } from '../path/skill-records.ts';
import { addToTrail } from '../people/trail.ts';
import type { OpenedArchive } from './read.ts';
import { studentsOf, takeRecord } from './record.ts';
import { flightName } from './write.ts';

/** Tells, in an id, what came from a school from what was here. */
const markOf = (school: string): string => slugOf(school, 20) || 'elsewhere';

export async function takeIn(
  database: DataSource,
  viewer: Viewer,
  { index, entry }: OpenedArchive,
): Promise<TakenIn> {
  const { schoolId } = viewer;
  const origin = index.school.id === schoolId ? null : index.school.name;
  const taken: TakenIn = {
    from: index.school.name,
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
  await database.transaction(async (manager) => {
    for (const { id, name, role, born } of index.people)
      if (await insertNew(manager, AccountEntity, { schoolId, id, name, role, born, origin })) taken.people++;
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
      const row = { ...mapped(recording), status: 'analysing' };
      if (await insertNew(manager, RecordingEntity, row)) {
        fresh.push(recording.id);
        taken.recordings++;
      } else standsFor.set(recording.id, await recordingHere(manager, row));
    }
    for (const recording of index.recordings.filter(({ id }) => fresh.includes(id)))
      await takeRecording(manager, schoolId, recording, entry);
    for (const { scoreId, ...statement } of index.statements) {
      const row = {
        ...statement,
        schoolId,
        recordingId: standsFor.get(statement.recordingId) ?? statement.recordingId,
        scoreId: scoreId && scoreOf(schoolId, scoreId),
      };
      if (await insertNew(manager, StatementEntity, row)) taken.statements++;
    }
    for (const one of index.entered)
      if (await insertNew(manager, EnteredAttemptEntity, { schoolId, ...one })) taken.entered++;
    if (index.record)
      Object.assign(
        taken,
        await takeRecord(index.record, {
          schoolId,
          origin,
          airplanes,
          insertNew: (entity, row) => insertNew(manager, entity, row),
          recordingHere: (id) => standsFor.get(id) ?? id,
        }),
      );
    for (const id of new Set([...fresh, ...standsFor.values()]))
      await writeAttempts(manager, { schoolId, id });
    const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
    for (const student of studentsOf(index)) await writeRecords(manager, school, student);
    await addToTrail(manager, viewer, 'archive taken in', index.school.id, {
      ...taken,
      from: undefined,
    });
  });
  return taken;
}

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
async function takeAirplanes(manager: EntityManager, schoolId: string, index: Archive, taken: TakenIn) {
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

async function takeStandards(manager: EntityManager, schoolId: string, index: Archive, taken: TakenIn) {
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

/** The bytes, the columns that they hold, and the score as it was worked out. */
async function takeRecording(
  manager: EntityManager,
  schoolId: string,
  recording: Archive['recordings'][number],
  entry: OpenedArchive['entry'],
): Promise<void> {
  const { id: recordingId, sha256, file, fileName, score } = recording;
  const bytes = await entry(file);
  if (createHash('sha256').update(bytes).digest('hex') !== sha256)
    throw new Problem(422, `${fileName} is not what it was when the archive was made: have it made again.`);
  await manager.insert(RecordingFileEntity, { schoolId, recordingId, bytes });
  const mapping = (recording.mapping ?? undefined) as Parameters<typeof readForKeeping>[1];
  await storeChunks(manager, { schoolId, id: recordingId }, readForKeeping(new Uint8Array(bytes), mapping));
  await manager.update(
    RecordingEntity,
    { schoolId, id: recordingId },
    { status: recording.status as 'analysed' },
  );
  if (!score) return;
  const kept = JSON.parse(String(await entry(score)));
  const id = scoreOf(schoolId, kept.id);
  const { traces, id: _, createdAt, ...row } = kept;
  await manager.insert(ScoreEntity, {
    ...row,
    id,
    schoolId,
    recordingId,
    current: true,
    createdAt: new Date(createdAt),
  });
  if (traces.length > 0)
    await manager.insert(
      KeelEntity,
      traces.map((trace: object, attempt: number) => ({ scoreId: id, attempt, trace })),
    );
  const flight = await entry(flightName(recordingId)).catch(() => null);
  if (flight) await manager.insert(FlightEntity, { scoreId: id, data: flight });
}
