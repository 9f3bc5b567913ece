/** A student’s logbook as it stands: drafts, what was signed and what replaced it, totals, endorsements. */
import {
  dayIn,
  daysUntil,
  draftEntry,
  type Logbook,
  type LogEntry,
  landingFacts,
  logTotals,
  nightSeconds,
  type SignedBody,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  type Account,
  AirplaneEntity,
  LogDraftEntity,
  type RecordingRow,
  SchoolEntity,
  ScoreEntity,
  SignedEntity,
  type SignedRow,
  zoneOf,
} from '../db/entities.ts';
import { namesOf } from '../scope.ts';
import { ledgerOf } from './ledger.ts';

const entryIn = (body: SignedBody): LogEntry | null => (body.kind === 'entry' ? body.entry : null);

/** Of what is signed and not replaced. */
const totalsOf = (rows: readonly SignedRow[]) => {
  const replaced = new Set(rows.flatMap(({ replaces }) => replaces ?? []));
  return logTotals(rows.filter(({ id }) => !replaced.has(id)).flatMap(({ body }) => entryIn(body) ?? []));
};

/** Landings in a student's signed entries. */
export async function signedLandings(database: DataSource, student: Account): Promise<number> {
  const { landingsDay, landingsNight } = totalsOf(await signedOf(database, student));
  return landingsDay + landingsNight;
}

export async function logbookOf(database: DataSource, student: Account): Promise<Logbook> {
  const { schoolId, id: studentId, name } = student;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const on = dayIn(new Date(), zoneOf(school));
  const [drafts, rows, names, toDraft]: [
    Awaited<ReturnType<typeof draftsOf>>,
    Awaited<ReturnType<typeof signedOf>>,
    Map<string, string>,
    { recordingId: string; flownAt: Date; fileName: string }[],
  ] = [
    await draftsOf(database, student),
    await signedOf(database, student),
    await namesOf(database, student),
    await database.query(
      `SELECT id AS "recordingId", flown_at AS "flownAt", file_name AS "fileName" FROM recording
       WHERE school_id = $1 AND student_id = $2 AND deleted_at IS NULL AND flown_in = 'airplane' AND status = 'analysed'
         AND NOT EXISTS (SELECT FROM signed WHERE signed.school_id = $1 AND signed.recording_id = recording.id)
         AND NOT EXISTS (SELECT FROM log_draft WHERE log_draft.school_id = $1 AND log_draft.recording_id = recording.id)
       ORDER BY flown_at DESC LIMIT 20`,
      [schoolId, studentId],
    ),
  ];
  const replacedBy = new Map(rows.flatMap(({ id, replaces }) => (replaces ? [[replaces, id] as const] : [])));
  const byName = (id: string): string => names.get(id) ?? 'a former member';
  const entries = rows.flatMap((row) => {
    const entry = entryIn(row.body);
    return entry ? [{ row, entry }] : [];
  });
  return {
    student: { id: studentId, name },
    drafts: drafts.map(({ id, body, recordingId, replaces, version }) => ({
      id,
      entry: body,
      recordingId,
      replaces,
      version,
    })),
    toDraft: toDraft.map((one) => ({ ...one, flownAt: one.flownAt.toISOString() })),
    signed: entries
      .map(({ row, entry }) => ({
        id: row.id,
        entry,
        recordingId: row.recordingId,
        signer: byName(row.signerId),
        signedAt: row.signedAt.toISOString(),
        hash: row.hash,
        origin: row.origin,
        replaces: row.replaces,
        replacedBy: replacedBy.get(row.id) ?? null,
      }))
      .sort((a, b) => b.entry.date.localeCompare(a.entry.date) || b.signedAt.localeCompare(a.signedAt)),
    totals: totalsOf(rows),
    landingsOnRecord: landingFacts(await ledgerOf(database, student, zoneOf(school)), on).total,
    endorsements: rows.flatMap(({ id, body, signerId, signedAt, hash, origin }) =>
      body.kind === 'endorsement'
        ? [
            {
              id,
              endorsement: body.endorsement,
              signer: byName(signerId),
              signedAt: signedAt.toISOString(),
              hash,
              origin,
              daysLeft: body.endorsement.endsOn && daysUntil(on, body.endorsement.endsOn),
            },
          ].map((one) => ({ ...one, daysLeft: one.daysLeft === '' ? null : one.daysLeft }))
        : [],
    ),
  };
}

const draftsOf = (database: DataSource, { schoolId, id: studentId }: Account) =>
  database.getRepository(LogDraftEntity).findBy({ schoolId, studentId });
const signedOf = (database: DataSource, { schoolId, id: studentId }: Account) =>
  database.getRepository(SignedEntity).find({ where: { schoolId, studentId }, order: { signedAt: 'ASC' } });

/** What a recording’s flight makes of a log entry. */
export async function draftFrom(database: DataSource, recording: RecordingRow): Promise<LogEntry> {
  const { schoolId, id: recordingId } = recording;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const [row, airplane, attempts] = [
    await database.getRepository(ScoreEntity).findOneByOrFail({ schoolId, recordingId, current: true }),
    await database.getRepository(AirplaneEntity).findOneBy({ schoolId, rowId: recording.airplaneRowId }),
    (await database.query(
      'SELECT maneuver, variant, help FROM attempt WHERE school_id = $1 AND recording_id = $2 ORDER BY attempt',
      [schoolId, recordingId],
    )) as { maneuver: string; variant: string | null; help: string }[],
  ];
  const { position } = school.settings;
  const { durationS } = row.score.recording;
  return draftEntry({
    date: dayIn(recording.flownAt, zoneOf(school)),
    airplane: airplane?.data.name ?? '',
    field: school.name,
    flight: row.score.flight,
    durationS,
    nightS: position ? nightSeconds(recording.flownAt, durationS, position) : null,
    attempts,
  });
}
