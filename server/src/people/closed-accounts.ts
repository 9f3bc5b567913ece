/** Accounts that are closed: listed, opened again, or erased. */
import type { ClosedAccount } from '@keel/core';
import { type DataSource, type EntityManager, In, IsNull, Not } from 'typeorm';
import { AccountEntity, LinkEntity, TeachingEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound } from '../http/problem.ts';
import { makeLink } from './links.ts';
import { hideFlights } from './retention.ts';
import { addToTrail } from './trail.ts';

/** Who never came is not among them: an invitation was taken back. */
const closedOf = (schoolId: string, id?: string) =>
  [{ email: Not(IsNull()) }, { origin: Not(IsNull()) }].map((came) => ({
    schoolId,
    closedAt: Not(IsNull()),
    erasedAt: IsNull(),
    ...came,
    ...(id && { id }),
  }));

/** Closed accounts of the viewer's school that still bear a name, the last closed first. */
export async function closedAccounts(database: DataSource, { schoolId }: Viewer): Promise<ClosedAccount[]> {
  const rows = await database
    .getRepository(AccountEntity)
    .find({ where: closedOf(schoolId), order: { closedAt: 'DESC' } });
  return rows.map(({ id, name, email, role, closedAt }) => ({
    id,
    name,
    email,
    role,
    closedAt: (closedAt as Date).toISOString(),
  }));
}

/** @throws Problem 404 for nobody of this school whose account is closed. */
async function requireClosed(manager: EntityManager, { schoolId }: Viewer, id: string) {
  const account = await manager.findOneBy(AccountEntity, closedOf(schoolId, id));
  if (!account) throw notFound('closed account');
  return account;
}

/**
 * Opens a closed account again, as it was closed: its record and who taught whom are as they were.
 * @returns a link for a new password; the old one opens it as well, where it is still known.
 */
export function reopenAccount(database: DataSource, viewer: Viewer, id: string) {
  return database.transaction(async (manager) => {
    const { schoolId } = await requireClosed(manager, viewer, id);
    await manager.update(AccountEntity, { schoolId, id }, { closedAt: null });
    await addToTrail(manager, viewer, 'account reopened', id);
    return makeLink(manager, { kind: 'reset', schoolId, accountId: id, madeBy: viewer.id });
  });
}

/**
 * Takes a person out of a closed account: name, address, day of birth, hours, what it could sign in with, and the flights
 * that no signed entry names. What was signed, and what others need of it, stays under a name that is nobody's.
 */
export function eraseAccount(database: DataSource, viewer: Viewer, id: string) {
  return database.transaction(async (manager) => {
    const { schoolId, email, role } = await requireClosed(manager, viewer, id);
    const flights = await hideFlights(manager, viewer, id);
    await manager.update(
      AccountEntity,
      { schoolId, id },
      {
        name: role === 'student' ? 'Erased student' : 'Erased instructor',
        email: `${id}@erased.invalid`,
        // No hash is ever this: nothing opens it.
        passwordHash: '',
        totpSecret: null,
        totpSince: null,
        recoveryHashes: [],
        born: null,
        usualHours: [],
        ownSettings: {},
        erasedAt: new Date(),
      },
    );
    await manager.delete(TeachingEntity, [
      { schoolId, studentId: id },
      { schoolId, instructorId: id },
    ]);
    const links = await manager
      .createQueryBuilder(LinkEntity, 'link')
      .where("link.schoolId = :schoolId AND (link.accountId = :id OR link.invited ->> 'email' = :email)", {
        schoolId,
        id,
        email,
      })
      .getMany();
    await manager.delete(LinkEntity, { id: In(links.map((link) => link.id)) });
    await addToTrail(manager, viewer, 'account erased', id, flights);
    return flights;
  });
}
