/** Signing in and out, and who one is. */

import { createRoute } from '@hono/zod-openapi';
import { meSchema, signInSchema } from '@keel/core';
import { verify } from '@node-rs/argon2';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import type { DataSource } from 'typeorm';
import { AccountEntity, SchoolEntity, zoneOf } from '../db/entities.ts';
import { json, jsonBody, router, type Viewer } from './env.ts';
import { Problem } from './problem.ts';
import { beginSession, endSession, signedIn } from './sessions.ts';

/** Failed tries only: ten for an address in a quarter of an hour, fifty for a network address. */
const WINDOW_S = 15 * 60;

/** A hash of nothing anyone knows, checked for unknown addresses so that they take as long as known ones. */
const NOBODY =
  '$argon2id$v=19$m=19456,t=2,p=1$aGFyZGx5LWEtc2FsdC1hdC1hbGw$7TzqmvVqGmNFXKKzJGkUfHTTmOyQqzGOEXVmJhQW4bA';

export function sessionRoutes() {
  const byAddress = new RateLimiterMemory({ points: 10, duration: WINDOW_S });
  const byNetwork = new RateLimiterMemory({ points: 50, duration: WINDOW_S });
  const routes = router();

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/session',
      summary: 'Sign in',
      request: { body: jsonBody(signInSchema) },
      responses: { 200: json(meSchema, 'Signed in; a cookie is set') },
    }),
    async (c) => {
      const { email, password } = c.req.valid('json');
      const address = email.trim().toLowerCase();
      const network = networkAddress(c.env);
      const [tries, networkTries] = await Promise.all([byAddress.get(address), byNetwork.get(network)]);
      const blocked = [
        tries && tries.remainingPoints <= 0 ? tries : null,
        networkTries && networkTries.remainingPoints <= 0 ? networkTries : null,
      ].find((limit) => limit !== null);
      if (blocked) {
        const waitS = Math.ceil(blocked.msBeforeNext / 1000);
        c.header('Retry-After', String(waitS));
        throw new Problem(429, `Too many failed tries; try again in ${Math.ceil(waitS / 60)} min.`);
      }
      const account = await c
        .get('database')
        .getRepository(AccountEntity)
        .createQueryBuilder('account')
        .addSelect('account.passwordHash')
        .where('account.email = :address', { address })
        .getOne();
      const matches = await verify(account?.passwordHash ?? NOBODY, password).catch(() => false);
      if (!account || !matches) {
        await Promise.allSettled([byAddress.consume(address), byNetwork.consume(network)]);
        throw new Problem(401, 'Email or password is wrong.');
      }
      await byAddress.delete(address);
      await beginSession(c, account.id);
      return c.json(await me(c.get('database'), account), 200);
    },
  );

  routes.openapi(
    createRoute({
      method: 'delete',
      path: '/session',
      summary: 'Sign out',
      middleware: [signedIn] as const,
      responses: { 204: { description: 'Signed out' } },
    }),
    async (c) => {
      await endSession(c);
      return c.body(null, 204);
    },
  );

  routes.openapi(
    createRoute({
      method: 'get',
      path: '/me',
      summary: 'Who is signed in',
      middleware: [signedIn] as const,
      responses: { 200: json(meSchema, 'The one who is signed in') },
    }),
    async (c) => c.json(await me(c.get('database'), c.get('viewer')), 200),
  );
  return routes;
}

async function me(database: DataSource, viewer: Viewer) {
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: viewer.schoolId });
  const { id, name, email, role } = viewer;
  const { fieldFt, areaGroundFt } = school.settings;
  return { id, name, email, role, school: school.name, zone: zoneOf(school), fieldFt, areaGroundFt };
}

/** The client's network address, from Node's socket; one bucket for all where there is none. */
function networkAddress(env: unknown): string {
  const incoming = (env as { incoming?: { socket?: { remoteAddress?: string } } } | undefined)?.incoming;
  return incoming?.socket?.remoteAddress ?? 'unknown';
}
