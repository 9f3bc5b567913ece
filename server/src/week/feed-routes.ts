/** A calendar of one’s own bookings at a secret address, which can be renewed. */
import { randomBytes } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import { createEvents, type EventAttributes } from 'ics';
import { AccountEntity, CalendarFeedEntity } from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { notFound } from '../http/problem.ts';
import { pageUrl } from '../http/public-url.ts';
import { hashOfToken } from '../http/sessions.ts';
import { bookingsOf } from './bookings.ts';

const KEPT_DAYS = 60;
const KIND = { lesson: 'Lesson', solo: 'Solo', maintenance: 'Maintenance', away: 'Away' } as const;

export function feedRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'post',
        path: '/me/calendar',
        summary: 'A new secret address for one’s calendar; the one before ends',
        responses: { 201: json(z.object({ url: z.string() }), 'Shown once') },
      }),
      async (c) => {
        const { schoolId, id: accountId } = c.get('viewer');
        const token = randomBytes(32).toString('base64url');
        await c
          .get('database')
          .getRepository(CalendarFeedEntity)
          .upsert({ schoolId, accountId, tokenHash: hashOfToken(token), madeAt: new Date() }, [
            'schoolId',
            'accountId',
          ]);
        return c.json({ url: pageUrl(c, `/api/calendar/${token}.ics`) }, 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/calendar/{token}',
        summary: 'One’s bookings as a calendar; the address is the secret',
        request: { params: z.object({ token: z.string() }) },
        responses: {
          200: { description: 'iCalendar', content: { 'text/calendar': { schema: z.string() } } },
        },
      }),
      async (c) => {
        const database = c.get('database');
        const token = c.req.valid('param').token.replace(/\.ics$/, '');
        const feed = await database
          .getRepository(CalendarFeedEntity)
          .findOneBy({ tokenHash: hashOfToken(token) });
        const account =
          feed &&
          (await database
            .getRepository(AccountEntity)
            .findOneBy({ schoolId: feed.schoolId, id: feed.accountId }));
        if (!account || account.closedAt) throw notFound('calendar');
        const rows = await bookingsOf(database, account, new Date(Date.now() - KEPT_DAYS * 86_400_000));
        const events = rows.map(
          (row): EventAttributes => ({
            uid: `${row.id}@keel-path`,
            productId: 'keel-path',
            sequence: row.version,
            title: [KIND[row.kind], row.student, row.airplane].filter(Boolean).join(', '),
            description: row.words || undefined,
            start: row.from.getTime(),
            startInputType: 'utc',
            startOutputType: 'utc',
            end: row.until.getTime(),
            endInputType: 'utc',
            endOutputType: 'utc',
          }),
        );
        const { value } = createEvents(events, { productId: 'keel-path', calName: 'Keel Path' });
        c.header('Content-Type', 'text/calendar; charset=utf-8');
        return c.body(value ?? '', 200);
      },
    );
}
