/** Links as they cross the wire: to whoever makes one, and to whoever opens it. */
import type { LinkView, MadeLink } from '@keel/core';
import type { Context } from 'hono';
import { AccountEntity, type Link, SchoolEntity } from '../db/entities.ts';
import type { Env } from '../http/env.ts';
import { pageUrl } from '../http/public-url.ts';
import { openLink } from './links.ts';

/** For whoever made it: the one time that its address is shown. */
export const madeLink = (c: Context<Env>, { link, token }: { link: Link; token: string }): MadeLink => ({
  id: link.id,
  url: pageUrl(c, `/${link.kind}/${token}`),
  expiresAt: link.expiresAt?.toISOString() ?? '',
});

/** What an invitation or a link for a new password is about. */
export async function linkView(
  c: Context<Env>,
  kind: 'invitation' | 'reset',
  token: string,
): Promise<LinkView> {
  const database = c.get('database');
  const link = await openLink(database.manager, kind, token, false);
  const schoolId = link.schoolId as string;
  const [school, account] = await Promise.all([
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
    kind === 'reset' && link.accountId
      ? database.getRepository(AccountEntity).findOneByOrFail({ schoolId, id: link.accountId })
      : null,
  ]);
  const { name, email, role } = account ?? link.invited!;
  return { kind, school: school.name, name, email: email ?? '', role };
}
