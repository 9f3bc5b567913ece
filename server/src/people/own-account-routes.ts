/** One’s own account: the password, and the second step. */
import { createRoute, z } from '@hono/zod-openapi';
import { meSchema, nameSchema, ownSettingsSchema, passwordSchema } from '@keel/core';
import { AccountEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { describeMe } from '../http/me.ts';
import { Problem } from '../http/problem.ts';
import { sessionOf } from '../http/sessions.ts';
import { takeCodeTry } from '../http/throttle.ts';
import { changePassword } from './accounts.ts';
import { beginSecondStep, confirmSecondStep, endSecondStep, takeCode } from './second-step.ts';
import { addToTrail } from './trail.ts';

export const ownAccountRoutes = () =>
  router()
    .openapi(
      createRoute({
        method: 'patch',
        path: '/me',
        summary: 'Change one’s name, or what one has settled for one’s own screens; the rest stays',
        request: {
          body: jsonBody(z.object({ name: nameSchema.optional(), settings: ownSettingsSchema.optional() })),
        },
        responses: { 200: json(meSchema, 'As it is now') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { schoolId, id } = viewer;
        const { name, settings } = c.req.valid('json');
        await database.transaction(async (manager) => {
          // Held: of two changes at once, neither loses what the other settled.
          const account = await manager.findOneOrFail(AccountEntity, {
            where: { schoolId, id },
            lock: { mode: 'pessimistic_write' },
          });
          await manager.update(
            AccountEntity,
            { schoolId, id },
            { name: name ?? account.name, ownSettings: { ...account.ownSettings, ...settings } },
          );
          // The trail holds ids, and no name.
          if (name !== undefined && name !== account.name)
            await addToTrail(manager, viewer, 'name changed', id);
        });
        return c.json(await describeMe(database, { ...viewer, name: name ?? viewer.name }), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/me/password',
        summary: 'Change one’s password; the other sessions end',
        request: {
          body: jsonBody(z.object({ current: z.string().min(1).max(200), password: passwordSchema })),
        },
        responses: { 204: { description: 'Changed' } },
      }),
      async (c) => {
        const one = await takeCodeTry(c, `password ${c.get('viewer').id}`);
        const mine = await sessionOf(c);
        await changePassword(c.get('database'), c.get('viewer'), c.req.valid('json'), mine?.id);
        await one.succeeded();
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/me/second-step',
        summary: 'Begin a second step: the secret for an authenticator app',
        responses: { 201: json(z.object({ secret: z.string(), uri: z.string() }), 'For the app') },
      }),
      async (c) => c.json(await beginSecondStep(c.get('database'), c.get('viewer')), 201),
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/me/second-step',
        summary: 'Put it in force with a code of the app; the recovery codes are shown once',
        request: { body: jsonBody(z.object({ code: z.string().min(6).max(12) })) },
        responses: { 200: json(z.object({ recoveryCodes: z.array(z.string()) }), 'In force') },
      }),
      async (c) => {
        const { code } = c.req.valid('json');
        const one = await takeCodeTry(c, `begin ${c.get('viewer').id}`);
        const recoveryCodes = await confirmSecondStep(c.get('database'), c.get('viewer'), code);
        await one.succeeded();
        return c.json({ recoveryCodes }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/me/second-step/end',
        summary: 'End the second step, with a code of it',
        request: { body: jsonBody(z.object({ code: z.string().min(6).max(20) })) },
        responses: { 204: { description: 'Ended' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const one = await takeCodeTry(c, `end ${viewer.id}`);
        if (!(await takeCode(database, viewer, c.req.valid('json').code)))
          throw new Problem(422, 'code: this code is wrong, or was used before.');
        await one.succeeded();
        await endSecondStep(database, viewer);
        return c.body(null, 204);
      },
    );
