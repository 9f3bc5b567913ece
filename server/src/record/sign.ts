/** Signing: the password once more, then a row that nothing changes. */
import { randomUUID } from 'node:crypto';
import { hashOf, type SignedBody } from '@keel/core';
import { verify } from '@node-rs/argon2';
import type { Context } from 'hono';
import type { EntityManager } from 'typeorm';
import { AccountEntity, SignedEntity, type SignedRow } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import type { Env } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { takeCodeTry } from '../http/throttle.ts';
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
  if (!(await verify(passwordHash, password).catch(() => false)))
    throw new Problem(403, 'password: this is not your password. Nothing was signed.');
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
}: Omit<SignedRow, 'schoolId' | 'hash' | 'origin'>): string =>
  hashOf({ id, kind, studentId, recordingId, replaces, body, signerId, signedAt: signedAt.toISOString() });

export interface ToSign {
  id?: string;
  studentId: string;
  recordingId?: string | null;
  replaces?: string | null;
  body: SignedBody;
}

export async function sign(
  manager: EntityManager,
  signer: { schoolId: string; id: string },
  { id = randomUUID(), studentId, recordingId = null, replaces = null, body }: ToSign,
): Promise<string> {
  const { schoolId } = signer;
  const row = {
    id,
    kind: body.kind,
    studentId,
    recordingId,
    replaces,
    body,
    signerId: signer.id,
    signedAt: new Date(),
  };
  try {
    await manager.insert(SignedEntity, { schoolId, origin: null, ...row, hash: signedHash(row) });
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
