/** Links that let somebody in once. The token stands in the link alone; the database knows its hash. */
import { randomBytes, randomUUID } from 'node:crypto';
import { type EntityManager, IsNull } from 'typeorm';
import { type Link, LinkEntity } from '../db/entities.ts';
import { Problem } from '../http/problem.ts';
import { hashOfToken } from '../http/sessions.ts';

const HOUR_MS = 3600_000;
/** How long each kind can be used; the set-up of the first school, until it is. */
const LASTS_MS = { invitation: 7 * 24 * HOUR_MS, reset: 24 * HOUR_MS, setup: null } as const;

/** Makes a link. @returns its row, and the token for whoever is to have it. */
export async function makeLink(
  manager: EntityManager,
  link: Pick<Link, 'kind'> & Partial<Pick<Link, 'schoolId' | 'accountId' | 'invited' | 'madeBy'>>,
): Promise<{ link: Link; token: string }> {
  const token = randomBytes(32).toString('base64url');
  const lasts = LASTS_MS[link.kind];
  const row: Link = {
    schoolId: null,
    accountId: null,
    invited: null,
    madeBy: null,
    ...link,
    id: randomUUID(),
    tokenHash: hashOfToken(token),
    createdAt: new Date(),
    expiresAt: lasts === null ? null : new Date(Date.now() + lasts),
    usedAt: null,
    revokedAt: null,
  };
  await manager.insert(LinkEntity, row);
  return { link: row, token };
}

const GONE: Record<Link['kind'], string> = {
  setup: 'This link was used, or a newer one was printed where Keel Path was started.',
  invitation: 'This invitation was used, taken back, or has run out; ask the chief instructor for a new one.',
  reset: 'This link was used or has run out; ask the chief instructor for a new one.',
};

/**
 * The link of a token, held until the transaction ends, so that of two who use it at once one is first.
 * @throws Problem 410 where it cannot be used, or never was one: nobody learns which.
 */
export async function openLink(
  manager: EntityManager,
  kind: Link['kind'],
  token: string,
  hold = true,
): Promise<Link> {
  const link = await manager.findOne(LinkEntity, {
    where: { kind, tokenHash: hashOfToken(token), usedAt: IsNull(), revokedAt: IsNull() },
    ...(hold && { lock: { mode: 'pessimistic_write' } }),
  });
  if (!link || (link.expiresAt && link.expiresAt < new Date())) throw new Problem(410, GONE[kind]);
  return link;
}

export const useUp = (manager: EntityManager, { id }: Link) =>
  manager.update(LinkEntity, { id }, { usedAt: new Date() });
