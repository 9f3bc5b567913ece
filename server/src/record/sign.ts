/** Signing: the password once more, then a row that nothing changes. */
import { randomUUID } from 'node:crypto';
import { hashOf, type SignedBody } from '@keel/core';
import type { Context } from 'hono';
import type { EntityManager } from 'typeorm';
import { AccountEntity, RecordingEntity, type SignedRow } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import type { Env, Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { takeCodeTry } from '../http/throttle.ts';
import { isPassword } from '../people/passwords.ts';
import { addToTrail } from '../people/trail.ts';

/** @throws Problem 403 for another password, 429 after too many. */
export async function proveWhoSigns(c: Context<Env>, password: string): Promise<void> {
  const viewer = c.get('viewer');
  const one = await takeCodeTry(c, `sign ${viewer.id}`);
  const { passwordHash } = await c
    .get('database')
    .getRepository(AccountEntity)
    .createQueryBuilder('account')
    .addSelect('account.passwordHash')
    .where('account.schoolId = :schoolId AND account.id = :id', { schoolId: viewer.schoolId, id: viewer.id })
    .getOneOrFail();
  if (!(await isPassword(passwordHash, password))) {
    const detail = 'This is not your password. Nothing was signed.';
    throw new Problem(403, detail, [{ field: 'password', message: detail }]);
  }
  await one.succeeded();
}

/** What a signature covers: anyone can work it out again from the row. */
export const signedHash = ({
  id,
  kind,
  studentId,
  recordingId,
  replaces,
  body,
  signerId,
  signedAt,
}: Covered): string =>
  hashOf({ id, kind, studentId, recordingId, replaces, body, signerId, signedAt: signedAt.toISOString() });
type Covered = Omit<SignedRow, 'schoolId' | 'hash' | 'origin' | 'originHash'>;

/** A row as the database's own functions take it. */
export const signedRow = (
  { id, kind, studentId, recordingId, replaces, body, signerId, signedAt }: Covered,
  more: { schoolId: string; hash: string; origin?: string; originHash?: string },
) => ({
  school_id: more.schoolId,
  id,
  kind,
  student_id: studentId,
  recording_id: recordingId,
  replaces,
  body,
  signer_id: signerId,
  signed_at: signedAt.toISOString(),
  hash: more.hash,
  origin: more.origin ?? null,
  origin_hash: more.originHash ?? null,
});

/** Keeps a signature: the database sees that it is of now, and of who is signed in. */
export const keepSigned = (
  manager: EntityManager,
  session: string | null,
  schoolId: string,
  row: Covered,
): Promise<unknown> =>
  manager.query('SELECT add_signed($1, $2)', [session, signedRow(row, { schoolId, hash: signedHash(row) })]);

interface ToSign {
  id?: string;
  studentId: string;
  recordingId?: string | null;
  replaces?: string | null;
  body: SignedBody;
}

export async function sign(
  manager: EntityManager,
  signer: Viewer,
  { id = randomUUID(), studentId, recordingId = null, replaces = null, body }: ToSign,
): Promise<string> {
  const row: Covered = {
    id,
    kind: body.kind,
    studentId,
    recordingId,
    replaces,
    body,
    signerId: signer.id,
    signedAt: new Date(),
  };
  if (recordingId) await requireInSight(manager, signer, recordingId);
  try {
    await keepSigned(manager, signer.session, signer.schoolId, row);
  } catch (error) {
    if (isDuplicate(error))
      throw new Problem(409, 'This was signed or corrected already: load the logbook again.');
    throw error;
  }
  await addToTrail(
    manager,
    signer,
    body.kind === 'entry' ? 'log entry signed' : 'endorsement signed',
    studentId,
    {
      signed: id,
      ...(replaces && { replaces }),
    },
  );
  return id;
}

/** Held until it is signed: of who deletes it and who signs it at once, one is first. @throws Problem 409 */
async function requireInSight(manager: EntityManager, { schoolId }: Viewer, id: string): Promise<void> {
  const recording = await manager.findOne(RecordingEntity, {
    where: { schoolId, id },
    lock: { mode: 'pessimistic_write' },
  });
  if (recording?.deletedAt)
    throw new Problem(
      409,
      'The recording of this entry was deleted: restore it at Debrief, or delete this draft and write another.',
    );
}
