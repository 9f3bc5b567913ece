/** Blind rounds over the wire. */
import { createRoute, z } from '@hono/zod-openapi';
import { gradeSchema, newRoundSchema, roundSchema, roundsSchema } from '@keel/core';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly, instructorsOnly } from '../http/only.ts';
import { closeRound, gradeInRound, makeRound, roundOf, roundsOf } from './rounds.ts';

export function roundRoutes() {
  const id = z.object({ id: z.uuid() });
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/rounds',
        summary: 'Rounds in which instructors grade the same attempts blind, newest first',
        middleware: [instructorsOnly] as const,
        responses: { 200: json(roundsSchema, 'The rounds') },
      }),
      async (c) => c.json(await roundsOf(c.get('database'), c.get('viewer')), 200),
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/rounds',
        summary: 'Begin a round: attempts are drawn from what was flown alone within a year',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(newRoundSchema) },
        responses: { 201: json(roundSchema, 'The round') },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const wanted = c.req.valid('json');
        await makeRound(database, viewer, wanted);
        return c.json(await roundOf(database, viewer, wanted.id), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/rounds/{id}',
        summary: 'The attempts of a round with one’s own grades; those of the others once it is closed',
        middleware: [instructorsOnly] as const,
        request: { params: id },
        responses: { 200: json(roundSchema, 'The round') },
      }),
      async (c) => c.json(await roundOf(c.get('database'), c.get('viewer'), c.req.valid('param').id), 200),
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/rounds/{id}/grades/{nth}',
        summary: 'Grade one attempt of a round; until it is closed the last grade counts',
        middleware: [instructorsOnly] as const,
        request: {
          params: id.extend({ nth: z.coerce.number().int().min(0) }),
          body: jsonBody(z.object({ grade: gradeSchema })),
        },
        responses: { 204: { description: 'Kept' } },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        await gradeInRound(database, viewer, { ...c.req.valid('param'), ...c.req.valid('json') });
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/rounds/{id}/close',
        summary: 'End a round: its grades stay, and everybody sees how they lie',
        middleware: [chiefsOnly] as const,
        request: { params: id },
        responses: { 200: json(roundSchema, 'The round') },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const { id: round } = c.req.valid('param');
        await closeRound(database, viewer, round);
        return c.json(await roundOf(database, viewer, round), 200);
      },
    );
}
