/** The part of an archive that is the way to solo: what was signed, closed, said and booked. */
import type { Archive, ArchivedRecord } from '@keel/core';
import type { DataSource, EntityManager, EntitySchema, FindOptionsWhere } from 'typeorm';
import {
  AgreementEntity,
  BookingEntity,
  GateClosingEntity,
  LandingWordEntity,
  LogDraftEntity,
  ReleaseCheckEntity,
  SignedEntity,
  type SignedRow,
  SkillWordEntity,
  SoloLimitsEntity,
  StageCheckEntity,
  StageRetrainingEntity,
  SyllabusEntity,
} from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { signedRow } from '../record/sign.ts';

/** Of one student, or of all. */
export interface ArchiveOf {
  schoolId: string;
  studentId?: string;
}

/** Everything that is said of a student has the same columns around it. */
const SAID = {
  gateClosings: GateClosingEntity,
  skillWords: SkillWordEntity,
  agreements: AgreementEntity,
  landingWords: LandingWordEntity,
  soloLimits: SoloLimitsEntity,
  releaseChecks: ReleaseCheckEntity,
} as const;

type Row = { schoolId: string; studentId: string | null };
const without = <T extends Row>({ schoolId: _, ...row }: T): Omit<T, 'schoolId'> => row;

export async function recordOfArchive(
  database: DataSource,
  { schoolId, studentId }: ArchiveOf,
): Promise<ArchivedRecord> {
  const mine = studentId ? { schoolId, studentId } : { schoolId };
  const rows = async <T extends Row>(entity: EntitySchema<T>, order: object) =>
    (await database.getRepository(entity).find({ where: mine as FindOptionsWhere<T>, order })).map(without);
  const inTime = { createdAt: 'ASC', id: 'ASC' };
  return {
    signed: await rows(SignedEntity, { signedAt: 'ASC', id: 'ASC' }),
    drafts: await rows(LogDraftEntity, { id: 'ASC' }),
    gateClosings: await rows(GateClosingEntity, inTime),
    skillWords: await rows(SkillWordEntity, inTime),
    agreements: await rows(AgreementEntity, inTime),
    landingWords: await rows(LandingWordEntity, inTime),
    soloLimits: await rows(SoloLimitsEntity, inTime),
    releaseChecks: await rows(ReleaseCheckEntity, inTime),
    bookings: await rows(BookingEntity, { id: 'ASC' }),
    stageChecks: await rows(StageCheckEntity, { madeAt: 'ASC', id: 'ASC' }),
    stageRetraining: await retrainingOf(database, schoolId, studentId),
    syllabuses: studentId
      ? []
      : (
          await database
            .getRepository(SyllabusEntity)
            .find({ where: { schoolId }, order: { id: 'ASC', version: 'ASC' } })
        ).map(({ id, version, data }) => ({ id, version, data })),
  } as unknown as ArchivedRecord;
}

/** It is of a check, and the check of a student. */
async function retrainingOf(database: DataSource, schoolId: string, studentId: string | undefined) {
  const found = await database
    .getRepository(StageRetrainingEntity)
    .createQueryBuilder('one')
    .innerJoin(StageCheckEntity.options.name, 'of', 'of.schoolId = one.schoolId AND of.id = one.checkId')
    .where('one.schoolId = :schoolId', { schoolId })
    .andWhere(studentId ? 'of.studentId = :studentId' : 'true', { studentId })
    .orderBy('one.createdAt')
    .getMany();
  return found.map(({ schoolId: _, ...row }) => row);
}

/** Who is named in it, that an archive knows them. */
export const namedIn = (record: ArchivedRecord): string[] =>
  [
    ...record.signed.map(({ signerId }) => signerId),
    ...record.bookings.flatMap(({ instructorId, madeBy, studentId }) => [instructorId, madeBy, studentId]),
    ...record.drafts.map(({ authorId }) => authorId),
    ...record.stageChecks.flatMap(({ checkerId, designatedBy }) => [checkerId, designatedBy]),
    ...record.stageRetraining.map(({ authorId }) => authorId),
    ...Object.keys(SAID).flatMap((key) =>
      record[key as keyof typeof SAID].map(({ authorId }: { authorId: string }) => authorId),
    ),
  ].filter((one): one is string => typeof one === 'string');

interface TakeRecord {
  record: ArchivedRecord;
  schoolId: string;
  /** The school that said it. */
  origin: string;
  airplanes: ReadonlyMap<string, string>;
  /** The recording here that stands for one of the archive. */
  recordingHere: (id: string) => string;
}

/** Signatures keep their hash, and say where they were made; they never count as made here. */
export async function takeRecord(
  manager: EntityManager,
  signed: readonly Omit<SignedRow, 'schoolId'>[],
  { record, schoolId, origin, airplanes, recordingHere }: TakeRecord,
): Promise<{ signed: number; record: number }> {
  const taken = { signed: 0, record: 0 };
  for (const one of signed) {
    const { hash, originHash, ...row } = one;
    const kept = { schoolId, hash, origin: row.origin ?? origin, originHash: originHash ?? undefined };
    const [{ there }] = await manager.query('SELECT take_signed($1) AS there', [signedRow(row, kept)]);
    if (there) taken.signed++;
  }
  const moved = (row: Record<string, unknown>) => ({
    ...row,
    schoolId,
    ...(typeof row.recordingId === 'string' && { recordingId: recordingHere(row.recordingId) }),
  });
  // A syllabus of the same id is this school's: another's newer version of it would change what is in force.
  const own = new Set((await manager.findBy(SyllabusEntity, { schoolId })).map(({ id }) => id));
  const all: [EntitySchema, Record<string, unknown>[]][] = [
    [LogDraftEntity, record.drafts],
    ...Object.entries(SAID).map(([key, entity]): [EntitySchema, Record<string, unknown>[]] => [
      entity,
      record[key as keyof typeof SAID],
    ]),
    [
      BookingEntity,
      record.bookings.map((row) => ({
        ...row,
        airplaneRowId: row.airplaneRowId && (airplanes.get(row.airplaneRowId) ?? null),
      })),
    ],
    [StageCheckEntity, record.stageChecks],
    [StageRetrainingEntity, record.stageRetraining],
    [SyllabusEntity, record.syllabuses.filter(({ id }) => !own.has(id))],
  ];
  for (const [entity, rows] of all)
    for (const row of rows) if (await insertNew(manager, entity, moved(row))) taken.record++;
  return taken;
}

/** Whose skills are worked out anew once it is in. */
export const studentsOf = ({ people }: Archive): string[] =>
  people.filter(({ role }) => role === 'student').map(({ id }) => id);

export const airplanesBooked = ({ bookings }: ArchivedRecord): string[] =>
  bookings.flatMap(({ airplaneRowId }) => (airplaneRowId ? [airplaneRowId] : []));
