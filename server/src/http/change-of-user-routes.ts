/**
 * A quick change between people who share a tablet: each has signed in on it with a password and chosen a code, which opens
 * that session again for the rest of a working day. Five wrong codes, and only the password does.
 */
import { createRoute, z } from '@hono/zod-openapi';
import { changeOfUserSchema, meSchema, sharedDeviceSchema, shortCodeSchema } from '@keel/core';
import { hash, verify } from '@node-rs/argon2';
import { type DataSource, IsNull, MoreThan, Not } from 'typeorm';
import { AccountEntity, SessionEntity } from '../db/entities.ts';
import { json, jsonBody, router } from './env.ts';
import { describeMe } from './me.ts';
import { Problem } from './problem.ts';
import { continueSession, endSession, sessionOf, signedIn } from './sessions.ts';
import { thisDevice } from './throttle.ts';

const CODE_LASTS_MS = 12 * 3_600_000;
const MOST_TRIES = 5;
const NO_CODE = { sharedDevice: null, codeHash: null, codeUntil: null, codeTries: 0 };

/** Sessions of this device that a code opens, the latest first. */
const openedByCode = (database: DataSource, sharedDevice: string) =>
  database.getRepository(SessionEntity).find({
    where: { sharedDevice, codeUntil: MoreThan(new Date()), expiresAt: MoreThan(new Date()) },
    order: { seenAt: 'DESC' },
  });

export function changeOfUserRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/session/people',
        summary: 'Who can change to on this device, by a code',
        responses: { 200: json(sharedDeviceSchema, 'People; none on a device that is not shared') },
      }),
      async (c) => {
        const [database, device] = [c.get('database'), thisDevice(c)];
        if (!device) return c.json({ people: [] }, 200);
        const [sessions, mine] = await Promise.all([openedByCode(database, device), sessionOf(c)]);
        const accounts = await database.getRepository(AccountEntity).find({
          where: sessions.map(({ accountId: id, schoolId }) => ({ id, schoolId, closedAt: IsNull() })),
        });
        const people = sessions.flatMap(({ accountId, id }) => {
          const account = accounts.find((one) => one.id === accountId);
          return account ? [{ session: id, name: account.name, thisOne: id === mine?.id }] : [];
        });
        return c.json({ people: accounts.length === 0 ? [] : people }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/session/code',
        summary: 'Share this device: a code opens one’s own session on it, for twelve hours',
        middleware: [signedIn] as const,
        request: { body: jsonBody(z.object({ code: shortCodeSchema })) },
        responses: { 204: { description: 'The code holds' } },
      }),
      async (c) => {
        const [device, mine] = [thisDevice(c), await sessionOf(c)];
        if (!device || !mine) throw new Problem(409, 'Sign in with your password on this device first.');
        await c
          .get('database')
          .getRepository(SessionEntity)
          .update(
            { id: mine.id },
            {
              sharedDevice: device,
              codeHash: await hash(c.req.valid('json').code),
              codeUntil: new Date(Date.now() + CODE_LASTS_MS),
              codeTries: 0,
            },
          );
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/session/code',
        summary: 'The code no longer opens one’s session',
        middleware: [signedIn] as const,
        responses: { 204: { description: 'Forgotten' } },
      }),
      async (c) => {
        const mine = await sessionOf(c);
        if (mine) await c.get('database').getRepository(SessionEntity).update({ id: mine.id }, NO_CODE);
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/session/change',
        summary: 'Change to somebody who shares this device',
        request: { body: jsonBody(changeOfUserSchema) },
        responses: { 200: json(meSchema, 'Signed in; a cookie is set') },
      }),
      async (c) => {
        const [database, device] = [c.get('database'), thisDevice(c)];
        const { session: id, code } = c.req.valid('json');
        const sessions = database.getRepository(SessionEntity);
        const wanted = device && (await takeTry(database, id, device));
        if (!wanted) throw new Problem(403, 'This code is no longer good here: sign in with the password.');
        if (!(await verify(wanted.codeHash!, code))) {
          if (wanted.codeTries >= MOST_TRIES) await sessions.update({ id }, NO_CODE);
          throw new Problem(401, 'This is not the code.');
        }
        const account = await database
          .getRepository(AccountEntity)
          .findOneBy({ schoolId: wanted.schoolId, id: wanted.accountId, closedAt: IsNull() });
        if (!account) throw new Problem(403, 'This account is closed.');
        // Who has a code comes back by it; without one the session would be open to whoever has the tablet.
        const mine = await sessionOf(c);
        if (mine && mine.id !== id && !mine.sharedDevice) await endSession(c);
        await sessions.update({ id }, { codeTries: 0 });
        await continueSession(c, wanted);
        return c.json(await describeMe(database, account), 200);
      },
    );
}

/** One try is counted before the code is looked at, so that many at once are many; null where none is left. */
async function takeTry(database: DataSource, id: string, sharedDevice: string) {
  const sessions = database.getRepository(SessionEntity);
  const { affected } = await sessions
    .createQueryBuilder()
    .update()
    .set({ codeTries: () => 'code_tries + 1' })
    .where('id = :id AND shared_device = :sharedDevice', { id, sharedDevice })
    .andWhere('code_tries < :most AND code_until > now() AND expires_at > now()', { most: MOST_TRIES })
    .execute();
  if (!affected) return null;
  return sessions
    .createQueryBuilder('session')
    .addSelect('session.codeHash')
    .where({ id, codeHash: Not(IsNull()) })
    .getOne();
}
