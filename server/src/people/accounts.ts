/** Accounts over the years: a new password, an account closed; what was done with it is kept. */
import { type DataSource, type EntityManager, IsNull, Not } from 'typeorm';
import {
  type Account,
  AccountEntity,
  CalendarFeedEntity,
  LinkEntity,
  SessionEntity,
} from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { makeLink, openLink, useUp } from './links.ts';
import { hashOfPassword, isPassword } from './passwords.ts';
import { addToTrail } from './trail.ts';

/** Ends every session of an account, but for the one that may stay, and the address of its calendar. */
async function endSessions(
  manager: EntityManager,
  { schoolId, id: accountId }: Pick<Account, 'schoolId' | 'id'>,
  stays?: string,
): Promise<void> {
  await manager.delete(SessionEntity, { schoolId, accountId, ...(stays && { id: Not(stays) }) });
  await manager.delete(CalendarFeedEntity, { schoolId, accountId });
}

/** @throws Problem 403 where the password in force is another; 422 for one that is tried first. */
export async function changePassword(
  database: DataSource,
  viewer: Viewer,
  { current, password }: { current: string; password: string },
  session: string | undefined,
): Promise<void> {
  const { schoolId, id } = viewer;
  const account = await database
    .getRepository(AccountEntity)
    .createQueryBuilder('account')
    .addSelect('account.passwordHash')
    .where('account.schoolId = :schoolId AND account.id = :id', { schoolId, id })
    .getOneOrFail();
  if (!(await isPassword(account.passwordHash, current)))
    throw new Problem(403, 'current: this is not your current password.');
  const passwordHash = await hashOfPassword(password, account.email ?? '');
  await database.transaction(async (manager) => {
    await manager.update(AccountEntity, { schoolId, id }, { passwordHash });
    await endSessions(manager, viewer, session);
    await addToTrail(manager, viewer, 'password changed', id);
  });
}

/** Someone of the viewer’s school whose account is open. @throws Problem 404. */
async function requireMember(manager: EntityManager, { schoolId }: { schoolId: string }, id: string) {
  const account = await manager.findOneBy(AccountEntity, { schoolId, id, closedAt: IsNull() });
  if (!account) throw notFound('person');
  return account;
}

/** A link for a new password; the sessions end, the second step stays. */
export function resetLink(
  database: DataSource,
  by: { schoolId: string; id: string | null },
  id: string,
): ReturnType<typeof makeLink> {
  return database.transaction(async (manager) => {
    const account = await requireMember(manager, by, id);
    // A newer link ends an older one.
    await manager.update(LinkEntity, { accountId: id, usedAt: IsNull() }, { revokedAt: new Date() });
    await endSessions(manager, account);
    const made = await makeLink(manager, {
      kind: 'reset',
      schoolId: account.schoolId,
      accountId: id,
      madeBy: by.id,
    });
    await addToTrail(manager, by, 'password reset', id);
    return made;
  });
}

/** @throws Problem 410 for a link that cannot be used. */
export async function useReset(database: DataSource, token: string, password: string): Promise<Account> {
  const known = await openLink(database.manager, 'reset', token, false);
  const of = { schoolId: known.schoolId as string, id: known.accountId as string };
  const { email } = await database.getRepository(AccountEntity).findOneByOrFail(of);
  const passwordHash = await hashOfPassword(password, email ?? '');
  return database.transaction(async (manager) => {
    const link = await openLink(manager, 'reset', token);
    const account = await requireMember(manager, of, of.id);
    await useUp(manager, link);
    await manager.update(AccountEntity, of, { passwordHash });
    await endSessions(manager, of);
    await addToTrail(manager, account, 'password chosen anew', of.id);
    return account;
  });
}

/** Closes an account: it can sign in no more, and its record stays. @throws Problem 409 for the last chief. */
export function closeAccount(database: DataSource, viewer: Viewer, id: string): Promise<void> {
  return database.transaction(async (manager) => {
    const { schoolId } = viewer;
    // Of two chiefs who close each other at once one stays.
    await manager.query('SELECT id FROM school WHERE id = $1 FOR UPDATE', [schoolId]);
    const account = await requireMember(manager, viewer, id);
    // Who is invited has not come yet.
    const others = await manager.countBy(AccountEntity, {
      schoolId,
      id: Not(id),
      role: 'chief',
      closedAt: IsNull(),
      email: Not(IsNull()),
    });
    if (account.role === 'chief' && account.email && others === 0)
      throw new Problem(409, 'The last chief instructor cannot be closed: invite another first.');
    await manager.update(AccountEntity, { schoolId, id }, { closedAt: new Date() });
    await endSessions(manager, account);
    // Links to it, and those that it gave away: whom a closed chief invited is invited by nobody.
    for (const which of [{ accountId: id }, { schoolId, madeBy: id }])
      await manager.update(LinkEntity, { ...which, usedAt: IsNull() }, { revokedAt: new Date() });
    await addToTrail(manager, viewer, 'account closed', id);
  });
}
