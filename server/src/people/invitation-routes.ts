/** Invitations: made and taken back by a chief, accepted by whoever has the link. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  invitationInputSchema,
  invitationsInputSchema,
  linkSchema,
  linkViewSchema,
  meSchema,
  openInvitationSchema,
  passwordSchema,
} from '@keel/core';
import { IsNull, MoreThan } from 'typeorm';
import { LinkEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { describeMe } from '../http/me.ts';
import { chiefsOnly } from '../http/only.ts';
import { beginSession } from '../http/sessions.ts';
import { takeLinkTry } from '../http/throttle.ts';
import { namesOf } from '../scope.ts';
import { accept, invite, inviteAll, takeBack } from './invitations.ts';
import { linkView, madeLink } from './link-view.ts';

const tokenParam = z.object({ token: z.string().min(1).max(200) });
const idParam = z.object({ id: z.uuid() });
const chosen = jsonBody(z.object({ password: passwordSchema }));

export const invitationRoutes = () =>
  router()
    .openapi(
      createRoute({
        method: 'post',
        path: '/people/invitations',
        summary: 'Invite someone; the link is shown once, to be passed on, and is good for seven days',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(invitationInputSchema) },
        responses: { 201: json(linkSchema, 'The link') },
      }),
      async (c) => {
        const made = await invite(c.get('database'), c.get('viewer'), c.req.valid('json'));
        return c.json(madeLink(c, made), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/people/invitations/many',
        summary: 'Invite many at once: all of them or none; the links are shown once, in the order sent',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(invitationsInputSchema) },
        responses: { 201: json(z.array(linkSchema), 'The links') },
      }),
      async (c) => {
        const made = await inviteAll(c.get('database'), c.get('viewer'), c.req.valid('json'));
        return c.json(
          made.map((one) => madeLink(c, one)),
          201,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/people/invitations',
        summary: 'Invitations that nobody has taken up yet',
        middleware: [chiefsOnly] as const,
        responses: { 200: json(z.array(openInvitationSchema), 'Newest first') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { schoolId } = viewer;
        const open = { schoolId, kind: 'invitation' as const, usedAt: IsNull(), revokedAt: IsNull() };
        const [links, names] = await Promise.all([
          database.getRepository(LinkEntity).find({
            where: { ...open, expiresAt: MoreThan(new Date()) },
            order: { createdAt: 'DESC' },
          }),
          namesOf(database, viewer),
        ]);
        return c.json(
          links.map(({ id, invited, madeBy, expiresAt }) => ({
            id,
            name: invited!.name,
            email: invited!.email,
            role: invited!.role,
            by: (madeBy && names.get(madeBy)) ?? '',
            expiresAt: expiresAt!.toISOString(),
          })),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/people/invitations/{id}',
        summary: 'Take an invitation back',
        middleware: [chiefsOnly] as const,
        request: { params: idParam },
        responses: { 204: { description: 'Taken back' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        await takeBack(database, viewer, c.req.valid('param').id);
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/invitations/{token}',
        summary: 'Who is invited, where and as what, for whoever has the link',
        request: { params: tokenParam },
        responses: { 200: json(linkViewSchema, 'The invitation') },
      }),
      async (c) => {
        await takeLinkTry(c);
        return c.json(await linkView(c, 'invitation', c.req.valid('param').token), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/invitations/{token}',
        summary: 'Accept an invitation with a password of one’s own; one is then signed in',
        request: { params: tokenParam, body: chosen },
        responses: { 201: json(meSchema, 'Accepted') },
      }),
      async (c) => {
        await takeLinkTry(c);
        const { token } = c.req.valid('param');
        const account = await accept(c.get('database'), token, c.req.valid('json').password);
        await beginSession(c, account);
        return c.json(await describeMe(c.get('database'), account), 201);
      },
    );
