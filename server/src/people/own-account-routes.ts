/** One’s own account: the password, and the second step. */
import { createRoute, z } from '@hono/zod-openapi';
import { passwordSchema } from '@keel/core';
import { json, jsonBody, router } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { sessionOf } from '../http/sessions.ts';
import { changePassword } from './accounts.ts';
import { beginSecondStep, confirmSecondStep, endSecondStep, takeCode } from './second-step.ts';

export const ownAccountRoutes = () =>
  router()
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
        const mine = await sessionOf(c);
        await changePassword(c.get('database'), c.get('viewer'), c.req.valid('json'), mine?.id);
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
        const recoveryCodes = await confirmSecondStep(c.get('database'), c.get('viewer'), code);
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
        const [database, viewer] = [c.get('database'), c.get('viewer')];
        if (!(await takeCode(database, viewer, c.req.valid('json').code)))
          throw new Problem(422, 'code: this is no code of the app or of the paper, or it was used before.');
        await endSecondStep(database, viewer);
        return c.body(null, 204);
      },
    );
