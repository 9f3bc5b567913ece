/** Signing in and out, and who one is. */

import { createRoute, z } from '@hono/zod-openapi';
import { meSchema, sessionsSchema, signInSchema } from '@keel/core';
import { MoreThan } from 'typeorm';
import { AccountEntity, SessionEntity } from '../db/entities.ts';
import { isPassword } from '../people/passwords.ts';
import { takeCode } from '../people/second-step.ts';
import { json, jsonBody, router } from './env.ts';
import { describeMe } from './me.ts';
import { notFound, Problem } from './problem.ts';
import { beginSession, endSession, sessionOf, signedIn } from './sessions.ts';
import { rememberDevice, takeCodeTry, takeTry } from './throttle.ts';

/** A hash of nothing anyone knows, checked for unknown addresses so that they take as long as known ones. */
const NOBODY =
  '$argon2id$v=19$m=19456,t=2,p=1$aGFyZGx5LWEtc2FsdC1hdC1hbGw$7TzqmvVqGmNFXKKzJGkUfHTTmOyQqzGOEXVmJhQW4bA';

export function sessionRoutes() {
  const routes = router();

  return routes
    .openapi(
      createRoute({
        method: 'post',
        path: '/session',
        summary: 'Sign in',
        request: { body: jsonBody(signInSchema) },
        responses: { 200: json(meSchema, 'Signed in; a cookie is set') },
      }),
      async (c) => {
        const { email, password, code } = c.req.valid('json');
        const address = email.trim().toLowerCase();
        const attempt = await takeTry(c, address);
        const account = await c
          .get('database')
          .getRepository(AccountEntity)
          .createQueryBuilder('account')
          .addSelect('account.passwordHash')
          .where('account.email = :address AND account.closedAt IS NULL', { address })
          .getOne();
        const matches = await isPassword(account?.passwordHash ?? NOBODY, password);
        if (!account || !matches) throw new Problem(401, 'Email or password is wrong.');
        if (account.totpSince) {
          await attempt.succeeded();
          if (!code) throw new Problem(401, 'Now the code that your app shows.', undefined, 'code-needed');
          const codeTry = await takeCodeTry(c, account.id);
          if (!(await takeCode(c.get('database'), account, code)))
            throw new Problem(401, 'This code is not good, or was used before.', undefined, 'code-needed');
          await codeTry.succeeded();
        } else await attempt.succeeded();
        await beginSession(c, account);
        await rememberDevice(c, address);
        return c.json(await describeMe(c.get('database'), account), 200);
      },
    )
    .openapi(
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
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/me',
        summary: 'Who is signed in',
        responses: { 200: json(meSchema, 'The one who is signed in') },
      }),
      async (c) => c.json(await describeMe(c.get('database'), c.get('viewer')), 200),
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/me/sessions',
        summary: 'Where one is signed in, the latest first',
        responses: { 200: json(sessionsSchema, 'Sessions') },
      }),
      async (c) => {
        const { schoolId, id } = c.get('viewer');
        const [mine, sessions] = await Promise.all([
          sessionOf(c),
          c
            .get('database')
            .getRepository(SessionEntity)
            .find({
              where: { schoolId, accountId: id, expiresAt: MoreThan(new Date()) },
              order: { seenAt: 'DESC' },
            }),
        ]);
        return c.json(
          sessions.map(({ id: session, device, createdAt, seenAt }) => ({
            id: session,
            device,
            since: createdAt.toISOString(),
            seenAt: seenAt.toISOString(),
            thisOne: session === mine?.id,
          })),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/me/sessions/{id}',
        summary: 'End one of one’s sessions',
        request: { params: z.object({ id: z.uuid() }) },
        responses: { 204: { description: 'Ended' } },
      }),
      async (c) => {
        const { schoolId, id: accountId } = c.get('viewer');
        const { affected } = await c
          .get('database')
          .getRepository(SessionEntity)
          .delete({ id: c.req.valid('param').id, schoolId, accountId });
        if (!affected) throw notFound('session');
        return c.body(null, 204);
      },
    );
}
