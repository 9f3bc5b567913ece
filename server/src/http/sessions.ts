/** Sessions: a random token in an HttpOnly cookie, of which the database only knows the hash. */
import { createHash, randomBytes } from 'node:crypto';
import bowser from 'bowser';
import type { Context, MiddlewareHandler } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { IsNull, MoreThan } from 'typeorm';
import { AccountEntity, type Session, SessionEntity } from '../db/entities.ts';
import type { Env, Viewer } from './env.ts';
import { given } from './given.ts';
import { Problem } from './problem.ts';
import { isSecure } from './public-url.ts';

const COOKIE = 'keel_session';
const LASTS_S = 14 * 24 * 3600;
/** A session in use says so this often at the most. */
const SEEN_EVERY_MS = 10 * 60_000;

export const hashOfToken = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A browser and its system, as a person would name them. */
function deviceName(userAgent: string | undefined): string {
  if (!userAgent) return 'a program';
  const { browser, os } = bowser.parse(userAgent);
  const named = [browser.name, os.name].filter(Boolean).join(' on ');
  return named || userAgent.slice(0, 60);
}

/** The browser goes on in a session by a token of its own; the one before no longer opens it. */
export async function continueSession(c: Context<Env>, { id }: Pick<Session, 'id'>): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  await c
    .get('database')
    .getRepository(SessionEntity)
    .update({ id }, { tokenHash: hashOfToken(token), seenAt: new Date() });
  keepToken(c, token);
}

export async function beginSession(c: Context<Env>, { id, schoolId }: Pick<Viewer, 'id' | 'schoolId'>) {
  const token = randomBytes(32).toString('base64url');
  await c
    .get('database')
    .getRepository(SessionEntity)
    .insert({
      tokenHash: hashOfToken(token),
      schoolId,
      accountId: id,
      device: deviceName(c.req.header('User-Agent')),
      expiresAt: new Date(Date.now() + LASTS_S * 1000),
    });
  keepToken(c, token);
}

const keepToken = (c: Context<Env>, token: string): void =>
  setCookie(c, COOKIE, token, {
    httpOnly: true,
    sameSite: 'Lax',
    path: '/',
    maxAge: LASTS_S,
    secure: isSecure(c),
  });

/** The session of this very request. */
export async function sessionOf(c: Context<Env>): Promise<Session | null> {
  const token = getCookie(c, COOKIE);
  if (!token) return null;
  return c
    .get('database')
    .getRepository(SessionEntity)
    .findOneBy({ tokenHash: hashOfToken(token), expiresAt: MoreThan(new Date()) });
}

export async function endSession(c: Context<Env>): Promise<void> {
  const token = getCookie(c, COOKIE);
  if (token)
    await c
      .get('database')
      .getRepository(SessionEntity)
      .delete({ tokenHash: hashOfToken(token) });
  deleteCookie(c, COOKIE, { path: '/' });
}

/** Lets nobody past who is not signed in. */
export const signedIn: MiddlewareHandler<Env> = async (c, next) => {
  const database = c.get('database');
  const session = await sessionOf(c);
  const account =
    session &&
    (await database
      .getRepository(AccountEntity)
      .findOneBy({ schoolId: session.schoolId, id: session.accountId, closedAt: IsNull() }));
  if (!account) throw new Problem(401, 'Sign in first.');
  if (Date.now() - session.seenAt.getTime() > SEEN_EVERY_MS)
    await database.getRepository(SessionEntity).update({ id: session.id }, { seenAt: new Date() });
  const { id, schoolId, role, name, email } = account;
  c.set('viewer', { id, schoolId, role, name, email, session: session.tokenHash });
  if (role !== 'student' && account.totpSince === null && !c.req.path.startsWith('/api/me'))
    await requireSecondStep(c);
  await next();
};

/** @throws Problem 403 where the school asks its staff for a second step that this one has not begun. */
async function requireSecondStep(c: Context<Env>): Promise<void> {
  const { settings } = await given(c).school();
  if (settings.secondStepForStaff)
    throw new Problem(
      403,
      'This school asks its staff for a second step: begin it at “Your account”, then go on.',
      undefined,
      'second-step-needed',
    );
}
