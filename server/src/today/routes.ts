/** Today: what the day asks of whoever is signed in. */
import { createRoute } from '@hono/zod-openapi';
import { todaySchema } from '@keel/core';
import { json, router } from '../http/env.ts';
import { todayOf } from './today.ts';

export const todayRoutes = () =>
  router().openapi(
    createRoute({
      method: 'get',
      path: '/today',
      summary: 'The day’s lessons with what each still needs, and what is about to run out',
      responses: { 200: json(todaySchema, 'Today') },
    }),
    async (c) => c.json(await todayOf(c.get('database'), c.get('viewer')), 200),
  );
