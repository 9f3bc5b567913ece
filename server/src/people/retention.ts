/** Flights of who has left: until when they are kept, and that they go when their time is over or somebody asks. */
import type { Departed } from '@keel/core';
import { type DataSource, type EntityManager, In, IsNull } from 'typeorm';
import { AccountEntity, RecordingEntity, SchoolEntity, SignedEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { hideRecording } from '../path/hide-recording.ts';
import { addToTrail } from './trail.ts';

/** Who has left and has flights here, the longest gone first. */
export async function departed(database: DataSource, { schoolId }: Viewer): Promise<Departed[]> {
  const { settings } = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const years = settings.retentionYears ?? null;
  const rows: { id: string; name: string; lastFlownAt: Date; flights: number; signed: number }[] =
    await database.query(
      `SELECT account.id, account.name, max(recording.flown_at) AS "lastFlownAt", count(*)::int AS flights,
         count(*) FILTER (WHERE EXISTS (
           SELECT FROM signed WHERE signed.school_id = $1 AND signed.recording_id = recording.id))::int AS signed
       FROM account JOIN recording ON recording.school_id = $1 AND recording.student_id = account.id AND recording.deleted_at IS NULL
       WHERE account.school_id = $1 AND account.role = 'student' AND account.closed_at IS NOT NULL
       GROUP BY account.id, account.name ORDER BY max(recording.flown_at) LIMIT 200`,
      [schoolId],
    );
  return rows.map(({ lastFlownAt, ...row }) => {
    const until = new Date(lastFlownAt);
    if (years !== null) until.setUTCFullYear(until.getUTCFullYear() + years);
    return {
      ...row,
      lastFlownAt: lastFlownAt.toISOString(),
      until: years === null ? null : until.toISOString(),
    };
  });
}

/** Hides somebody's flights, to be removed after thirty days, but for those that a signed entry names. */
export async function hideFlights(manager: EntityManager, { schoolId }: Viewer, studentId: string) {
  const all = await manager.findBy(RecordingEntity, { schoolId, studentId, deletedAt: IsNull() });
  const signed = await manager.findBy(SignedEntity, { schoolId, recordingId: In(all.map(({ id }) => id)) });
  const named = new Set(signed.map(({ recordingId }) => recordingId));
  const gone = all.filter(({ id }) => !named.has(id));
  for (const recording of gone) await hideRecording(manager, recording);
  return { deleted: gone.length, stay: all.length - gone.length };
}

/**
 * Hides the flights of who has left, to be removed after thirty days; those that a signed entry names stay, and are counted.
 * @throws Problem 404 for nobody of this school, 422 while the account is open.
 */
export async function deleteFlights(database: DataSource, viewer: Viewer, studentId: string) {
  const { schoolId } = viewer;
  const account = await database
    .getRepository(AccountEntity)
    .findOneBy({ schoolId, id: studentId, role: 'student' });
  if (!account) throw notFound('student');
  if (account.closedAt === null)
    throw new Problem(422, 'This account is open: close it first, or delete single recordings at Debrief.');
  return database.transaction(async (manager) => {
    const counts = await hideFlights(manager, viewer, studentId);
    await addToTrail(manager, viewer, 'flights of a former student deleted', studentId, counts);
    return counts;
  });
}
