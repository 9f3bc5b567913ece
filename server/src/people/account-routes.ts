/** How a school begins, and what its chief does with accounts: a new password, who teaches whom, closing. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  closedAccountSchema,
  goneFlightsSchema,
  linkSchema,
  linkViewSchema,
  meSchema,
  passwordSchema,
  setupSchema,
  teachingInputSchema,
} from '@keel/core';
import { json, jsonBody, router } from '../http/env.ts';
import { describeMe } from '../http/me.ts';
import { chiefsOnly } from '../http/only.ts';
import { beginSession } from '../http/sessions.ts';
import { takeLinkTry } from '../http/throttle.ts';
import { closeAccount, resetLink, useReset } from './accounts.ts';
import { closedAccounts, eraseAccount, reopenAccount } from './closed-accounts.ts';
import { linkView, madeLink } from './link-view.ts';
import { setUp } from './setup.ts';
import { setTeaching } from './teaching.ts';

const tokenParam = z.object({ token: z.string().min(1).max(200) });
const idParam = z.object({ id: z.uuid() });
const chosen = jsonBody(z.object({ password: passwordSchema }));

export const accountRoutes = () =>
  router()
    .openapi(
      createRoute({
        method: 'post',
        path: '/setup',
        summary: 'Set the first school up, with its chief instructor, who is then signed in',
        request: { body: jsonBody(setupSchema) },
        responses: { 201: json(meSchema, 'Set up') },
      }),
      async (c) => {
        await takeLinkTry(c);
        const chief = await setUp(c.get('database'), c.req.valid('json'));
        await beginSession(c, chief);
        return c.json(await describeMe(c.get('database'), chief), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/people/{id}/reset',
        summary: 'A link for a new password, good for a day; the other sessions end, the second step stays',
        middleware: [chiefsOnly] as const,
        request: { params: idParam },
        responses: { 201: json(linkSchema, 'The link') },
      }),
      async (c) => {
        const made = await resetLink(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.json(madeLink(c, made), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/resets/{token}',
        summary: 'Whose password is chosen anew, for whoever has the link',
        request: { params: tokenParam },
        responses: { 200: json(linkViewSchema, 'The link') },
      }),
      async (c) => {
        await takeLinkTry(c);
        return c.json(await linkView(c, 'reset', c.req.valid('param').token), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/resets/{token}',
        summary: 'Choose a new password; one then signs in with it',
        request: { params: tokenParam, body: chosen },
        responses: { 204: { description: 'Chosen' } },
      }),
      async (c) => {
        await takeLinkTry(c);
        await useReset(c.get('database'), c.req.valid('param').token, c.req.valid('json').password);
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/people/{id}/taught-by',
        summary: 'Say who teaches a student, for good or standing in until a day',
        middleware: [chiefsOnly] as const,
        request: { params: idParam, body: jsonBody(teachingInputSchema) },
        responses: { 204: { description: 'Said' } },
      }),
      async (c) => {
        await setTeaching(c.get('database'), c.get('viewer'), c.req.valid('param').id, c.req.valid('json'));
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/people/{id}',
        summary: 'Close an account: it signs in no more, and its record stays',
        middleware: [chiefsOnly] as const,
        request: { params: idParam },
        responses: { 204: { description: 'Closed' } },
      }),
      async (c) => {
        await closeAccount(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/people/closed',
        summary: 'Accounts that are closed and may be opened again or erased',
        middleware: [chiefsOnly] as const,
        responses: { 200: json(z.array(closedAccountSchema), 'The last closed first') },
      }),
      async (c) => {
        return c.json(await closedAccounts(c.get('database'), c.get('viewer')), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/people/{id}/reopen',
        summary: 'Open a closed account again; the link is for a new password',
        middleware: [chiefsOnly] as const,
        request: { params: idParam },
        responses: { 201: json(linkSchema, 'The link') },
      }),
      async (c) => {
        const made = await reopenAccount(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.json(madeLink(c, made), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/people/{id}/erase',
        summary: 'Take the person out of a closed account; what is signed stays as it was signed',
        middleware: [chiefsOnly] as const,
        request: { params: idParam },
        responses: { 200: json(goneFlightsSchema, 'Flights hidden now and removed in thirty days') },
      }),
      async (c) => {
        const { id } = c.req.valid('param');
        return c.json(await eraseAccount(c.get('database'), c.get('viewer'), id), 200);
      },
    );
