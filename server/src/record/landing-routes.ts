/** The landing ledger: read, said of by a tap, added to by hand. What was said stays; the last word counts. */

import { createRoute, z } from '@hono/zod-openapi';
import { dayIn, landingFacts, landingsByHandSchema, landingsSchema, landingWordSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { type Account, LandingEntity, LandingWordEntity } from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { requireStudent, zoneOfSchool } from '../scope.ts';
import { ledgerOf } from './ledger.ts';
import { signedLandings } from './logbook.ts';

async function landingsOf(database: DataSource, student: Account) {
  const zone = await zoneOfSchool(database, student.schoolId);
  const lines = await ledgerOf(database, student, zone);
  const signed = await signedLandings(database, student);
  return { lines, signed, facts: landingFacts(lines, dayIn(new Date(), zone)) };
}

export function landingRoutes() {
  const params = z.object({ id: z.uuid() });
  const answer = json(landingsSchema, 'All landings in the order flown, and what they come to today');
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/landings',
        summary: 'The landing ledger',
        request: { params },
        responses: { 200: answer },
      }),
      async (c) => {
        const database = c.get('database');
        const student = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
        return c.json(await landingsOf(database, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/landings',
        summary: 'Landings that nothing recorded; the id is the client’s own',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(z.object({ id: z.uuid(), body: landingsByHandSchema })) },
        responses: { 200: answer, 201: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id, body } = c.req.valid('json');
        if (Date.parse(body.flownAt) > Date.now())
          throw new Problem(422, 'flownAt: this time is in the future.');
        const row = { schoolId: viewer.schoolId, id, studentId: student.id, authorId: viewer.id, body };
        const isNew = await insertOnce(database.manager, LandingWordEntity, row, ['studentId']);
        const all = await landingsOf(database, student);
        return isNew ? c.json(all, 201) : c.json(all, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/landings/{recording}/{nth}',
        summary: 'A word on a landing that was recorded: the last one counts',
        middleware: [instructorsOnly] as const,
        request: {
          params: params.extend({ recording: z.uuid(), nth: z.coerce.number().int().min(0) }),
          body: jsonBody(z.object({ id: z.uuid(), body: landingWordSchema })),
        },
        responses: { 200: answer, 201: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, recording: recordingId, nth } = c.req.valid('param');
        const student = await requireStudent(database, viewer, studentId);
        const { schoolId } = viewer;
        if (
          !(await database.getRepository(LandingEntity).existsBy({ schoolId, recordingId, nth, studentId }))
        )
          throw notFound('landing');
        const { id, body } = c.req.valid('json');
        const row = { schoolId, id, studentId, authorId: viewer.id, recordingId, nth, body };
        const isNew = await insertOnce(database.manager, LandingWordEntity, row, [
          'studentId',
          'recordingId',
          'nth',
        ]);
        const all = await landingsOf(database, student);
        return isNew ? c.json(all, 201) : c.json(all, 200);
      },
    );
}
