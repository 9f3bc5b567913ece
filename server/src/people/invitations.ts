/** Invitations: a chief says who is to come and as what; whoever has the link chooses a password and is in. */
import { randomUUID } from 'node:crypto';
import type { invitationInputSchema } from '@keel/core';
import { type DataSource, type EntityManager, In, IsNull } from 'typeorm';
import type { z } from 'zod';
import { type Account, AccountEntity, type Invited, LinkEntity, TeachingEntity } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { insertNew } from '../db/insert-new.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { makeLink, openLink, useUp } from './links.ts';
import { hashOfPassword } from './passwords.ts';
import { addToTrail } from './trail.ts';

/** @throws Problem 422 where someone is none of the school’s, or of another role. */
async function requirePeople(
  manager: EntityManager,
  { schoolId }: Viewer,
  ids: string[],
  roles: Account['role'][],
  field: string,
): Promise<void> {
  const found = await manager.countBy(AccountEntity, {
    schoolId,
    id: In(ids),
    role: In(roles),
    closedAt: IsNull(),
  });
  if (found !== new Set(ids).size)
    throw new Problem(422, `${field}: there is no such ${roles[0]} at this school.`);
}

/** @throws Problem 409 where the address is somebody’s already; 422 where who teaches whom makes no sense. */
export function invite(
  database: DataSource,
  viewer: Viewer,
  input: z.output<typeof invitationInputSchema>,
): ReturnType<typeof makeLink> {
  return database.transaction((manager) => inviteIn(manager, viewer, input));
}

/** Many at once: all of them, or none, and then the first that cannot be is named. */
export const inviteAll = (
  database: DataSource,
  viewer: Viewer,
  inputs: readonly z.output<typeof invitationInputSchema>[],
): Promise<Awaited<ReturnType<typeof makeLink>>[]> =>
  database.transaction(async (manager) => {
    const made = [];
    for (const input of inputs) made.push(await inviteIn(manager, viewer, input));
    return made;
  });

async function inviteIn(
  manager: EntityManager,
  viewer: Viewer,
  input: z.output<typeof invitationInputSchema>,
): ReturnType<typeof makeLink> {
  const { schoolId, id: madeBy } = viewer;
  // Of this school alone: who has an account at another is no business of who invites.
  const known = await manager.findOneBy(AccountEntity, { schoolId, email: input.email });
  if (known?.closedAt)
    throw new Problem(409, `${known.name}’s account is closed: open it again under “Closed accounts”.`);
  if (known)
    throw new Problem(409, `${input.email} has an account already: sign in, or ask for a new password.`);
  if (input.role === 'student' && input.teaches.length > 0)
    throw new Problem(422, 'teaches: a student teaches nobody.');
  if (input.role !== 'student' && input.taughtBy.length > 0)
    throw new Problem(422, 'taughtBy: only a student is taught by someone.');
  await requirePeople(manager, viewer, input.teaches, ['student'], 'teaches');
  await requirePeople(manager, viewer, input.taughtBy, ['instructor', 'chief'], 'taughtBy');
  const accountId = await expected(manager, schoolId, input);
  const made = await makeLink(manager, { kind: 'invitation', schoolId, accountId, madeBy, invited: input });
  await addToTrail(manager, viewer, 'invitation made', made.link.id, { role: input.role });
  return made;
}

/**
 * The account of who is invited, so that a lesson can be planned for them before they come: without an address and without a
 * password nothing opens it. Whoever was invited before and never came is the same person; the older link ends.
 */
async function expected(
  manager: EntityManager,
  schoolId: string,
  { name, email, role, teaches, taughtBy }: z.output<typeof invitationInputSchema>,
): Promise<string> {
  const [before]: { id: string }[] = await manager.query(
    `SELECT account.id FROM link JOIN account ON account.school_id = link.school_id AND account.id = link.account_id
     WHERE link.school_id = $1 AND link.kind = 'invitation' AND link.used_at IS NULL AND link.invited->>'email' = $2
       AND account.email IS NULL AND account.erased_at IS NULL AND account.role = $3 LIMIT 1`,
    [schoolId, email, role],
  );
  const id = before?.id ?? randomUUID();
  if (before) {
    await manager.update(LinkEntity, { accountId: id, usedAt: IsNull() }, { revokedAt: new Date() });
    await manager.update(AccountEntity, { schoolId, id }, { name, closedAt: null });
  } else await manager.insert(AccountEntity, { schoolId, id, name, role });
  for (const studentId of new Set(teaches))
    await insertNew(manager, TeachingEntity, { schoolId, instructorId: id, studentId });
  for (const instructorId of new Set(taughtBy))
    await insertNew(manager, TeachingEntity, { schoolId, instructorId, studentId: id });
  return id;
}

/** What names a person, besides who teaches whom. */
const NAMING = [
  ...['lesson', 'booking'].flatMap((table) => [
    [table, 'student_id'],
    [table, 'instructor_id'],
  ]),
  ...[
    'recording',
    'live_flight',
    'agreement',
    'entered_attempt',
    'signed',
    'skill_word',
    'landing_word',
    'gate_closing',
    'solo_limits',
    'log_draft',
  ].map((table) => [table, 'student_id']),
];

/** Ends an invitation; who was invited goes with it, or stays by name alone where something was planned already. */
export function takeBack(database: DataSource, viewer: Viewer, id: string): Promise<void> {
  const { schoolId } = viewer;
  return database.transaction(async (manager) => {
    const open = { id, schoolId, kind: 'invitation' as const, usedAt: IsNull(), revokedAt: IsNull() };
    const link = await manager.findOneBy(LinkEntity, open);
    const { affected } = await manager.update(LinkEntity, open, { revokedAt: new Date() });
    if (!link || !affected) throw notFound('invitation');
    if (link.accountId) {
      const named = NAMING.map(
        ([table, column]) => `EXISTS (SELECT FROM ${table} WHERE school_id = $1 AND ${column} = $2)`,
      );
      const [{ is }] = await manager.query(`SELECT ${named.join(' OR ')} AS is`, [schoolId, link.accountId]);
      const closedAt = new Date();
      await manager.update(
        AccountEntity,
        { schoolId, id: link.accountId },
        // Of nobody whom anything names the name goes as well.
        is ? { closedAt } : { closedAt, erasedAt: closedAt, name: 'Never came' },
      );
    }
    await addToTrail(manager, viewer, 'invitation taken back', id);
  });
}

/**
 * Opens the account that an invitation stands for.
 * @throws Problem 410 for an invitation that cannot be used; 409 where the address came to be somebody’s meanwhile.
 */
export async function accept(database: DataSource, token: string, password: string): Promise<Account> {
  const { invited: known } = await openLink(database.manager, 'invitation', token, false);
  const passwordHash = await hashOfPassword(password, known?.email ?? '');
  try {
    return await database.transaction(async (manager) => {
      const link = await openLink(manager, 'invitation', token);
      const { email, role } = link.invited as Invited;
      const schoolId = link.schoolId as string;
      await useUp(manager, link);
      // An invitation from before accounts were made with it has none yet.
      const id = link.accountId ?? (await expected(manager, schoolId, link.invited as Invited));
      await manager.update(AccountEntity, { schoolId, id }, { email, passwordHash });
      await addToTrail(manager, { schoolId, id }, 'invitation accepted', link.id, { role });
      return manager.findOneByOrFail(AccountEntity, { schoolId, id });
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new Problem(409, 'This address has an account already: sign in, or ask for a new password.');
  }
}
