/** Sessions: a random token in an HttpOnly cookie, of which the database only knows the hash. */
import { createHash, randomBytes } from 'node:crypto';
import type { Context, MiddlewareHandler } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { MoreThan } from 'typeorm';
import { AccountEntity, SessionEntity } from '../db/entities.ts';
import type { Env } from './env.ts';
import { Problem } from './problem.ts';

const COOKIE = 'keel_session';
const LASTS_S = 14 * 24 * 3600;

const hash = (token: string) => createHash('sha256').update(token).digest('hex');

const isSecure = (c: Context) => new URL(c.req.url).protocol === 'https:';

export async function beginSession(c: Context<Env>, accountId: string): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const sessions = c.get('database').getRepository(SessionEntity);
  await sessions.insert({
    tokenHash: hash(token),
    accountId,
    expiresAt: new Date(Date.now() + LASTS_S * 1000),
  });
  setCookie(c, COOKIE, token, {
    httpOnly: true,
    sameSite: 'Lax',
    path: '/',
    maxAge: LASTS_S,
    secure: isSecure(c),
  });
}

export async function endSession(c: Context<Env>): Promise<void> {
  const token = getCookie(c, COOKIE);
  if (token)
    await c
      .get('database')
      .getRepository(SessionEntity)
      .delete({ tokenHash: hash(token) });
  deleteCookie(c, COOKIE, { path: '/' });
}

/** Lets nobody past who is not signed in. */
export const signedIn: MiddlewareHandler<Env> = async (c, next) => {
  const token = getCookie(c, COOKIE);
  const database = c.get('database');
  const session =
    token &&
    (await database
      .getRepository(SessionEntity)
      .findOneBy({ tokenHash: hash(token), expiresAt: MoreThan(new Date()) }));
  const account =
    session && (await database.getRepository(AccountEntity).findOneBy({ id: session.accountId }));
  if (!account) throw new Problem(401, 'Sign in first.');
  const { id, schoolId, role, name, email } = account;
  c.set('viewer', { id, schoolId, role, name, email });
  await next();
};
