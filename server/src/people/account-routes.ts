/** How people come to a school and go: set-up, invitations, links for a new password, the second step. */
import { createRoute, z } from '@hono/zod-openapi';
import {
  invitationInputSchema,
  linkSchema,
  linkViewSchema,
  meSchema,
  openInvitationSchema,
  passwordSchema,
  setupSchema,
  teachingInputSchema,
} from '@keel/core';
import type { Context } from 'hono';
import { IsNull, MoreThan } from 'typeorm';
import { AccountEntity, type Link, LinkEntity, SchoolEntity } from '../db/entities.ts';
import { type Env, json, jsonBody, router } from '../http/env.ts';
import { describeMe } from '../http/me.ts';
import { notFound, Problem } from '../http/problem.ts';
import { pageUrl } from '../http/public-url.ts';
import { beginSession, sessionOf, signedIn } from '../http/sessions.ts';
import { takeLinkTry } from '../http/throttle.ts';
import { namesOf, requireChief } from '../scope.ts';
import { changePassword, closeAccount, resetLink, useReset } from './accounts.ts';
import { accept, invite } from './invitations.ts';
import { openLink } from './links.ts';
import { beginSecondStep, confirmSecondStep, endSecondStep, takeCode } from './second-step.ts';
import { setUp } from './setup.ts';
import { setTeaching } from './teaching.ts';
import { addToTrail } from './trail.ts';

const tokenParam = z.object({ token: z.string().min(1).max(200) });
const idParam = z.object({ id: z.uuid() });
const chosen = jsonBody(z.object({ password: passwordSchema }));

const described = (c: Context<Env>, { link, token }: { link: Link; token: string }) => ({
  id: link.id,
  url: pageUrl(c, `/${link.kind}/${token}`),
  expiresAt: link.expiresAt?.toISOString() ?? '',
});

/** What an invitation or a link for a new password is about. */
async function linkView(c: Context<Env>, kind: 'invitation' | 'reset', token: string) {
  const database = c.get('database');
  const link = await openLink(database.manager, kind, token, false);
  const schoolId = link.schoolId as string;
  const [school, account] = await Promise.all([
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
    link.accountId
      ? database.getRepository(AccountEntity).findOneByOrFail({ schoolId, id: link.accountId })
      : null,
  ]);
  const { name, email, role } = account ?? link.invited!;
  return { kind, school: school.name, name, email, role };
}

export function accountRoutes() {
  return router()
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
        path: '/people/invitations',
        summary: 'Invite someone; the link is shown once, to be passed on, and is good for seven days',
        request: { body: jsonBody(invitationInputSchema) },
        responses: { 201: json(linkSchema, 'The link') },
      }),
      async (c) => {
        requireChief(c.get('viewer'));
        const made = await invite(c.get('database'), c.get('viewer'), c.req.valid('json'));
        return c.json(described(c, made), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/people/invitations',
        summary: 'Invitations that nobody has taken up yet',
        responses: { 200: json(z.array(openInvitationSchema), 'Newest first') },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        requireChief(viewer);
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
        request: { params: idParam },
        responses: { 204: { description: 'Taken back' } },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        requireChief(viewer);
        const { id } = c.req.valid('param');
        await database.transaction(async (manager) => {
          const { affected } = await manager.update(
            LinkEntity,
            { id, schoolId: viewer.schoolId, kind: 'invitation', usedAt: IsNull(), revokedAt: IsNull() },
            { revokedAt: new Date() },
          );
          if (!affected) throw notFound('invitation');
          await addToTrail(manager, viewer, 'invitation taken back', id);
        });
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
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/people/{id}/reset',
        summary: 'A link for a new password, good for a day; the other sessions end, the second step stays',
        request: { params: idParam },
        responses: { 201: json(linkSchema, 'The link') },
      }),
      async (c) => {
        requireChief(c.get('viewer'));
        const made = await resetLink(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.json(described(c, made), 201);
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
        request: { params: idParam, body: jsonBody(teachingInputSchema) },
        responses: { 204: { description: 'Said' } },
      }),
      async (c) => {
        requireChief(c.get('viewer'));
        await setTeaching(c.get('database'), c.get('viewer'), c.req.valid('param').id, c.req.valid('json'));
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/people/{id}',
        summary: 'Close an account: it signs in no more, and its record stays',
        request: { params: idParam },
        responses: { 204: { description: 'Closed' } },
      }),
      async (c) => {
        requireChief(c.get('viewer'));
        await closeAccount(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/me/password',
        summary: 'Change one’s password; the other sessions end',
        middleware: [signedIn] as const,
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
        middleware: [signedIn] as const,
        responses: { 201: json(z.object({ secret: z.string(), uri: z.string() }), 'For the app') },
      }),
      async (c) => c.json(await beginSecondStep(c.get('database'), c.get('viewer')), 201),
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/me/second-step',
        summary: 'Put it in force with a code of the app; the recovery codes are shown once',
        middleware: [signedIn] as const,
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
        middleware: [signedIn] as const,
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
}
