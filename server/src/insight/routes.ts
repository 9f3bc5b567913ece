/** What the school sees of itself: to the chief, and to an instructor their own grading. */
import { createRoute, z } from '@hono/zod-openapi';
import {
  callsSchema,
  fleetFiguresSchema,
  gradingSchema,
  insightQuerySchema,
  sticksSchema,
  tablesCsv,
  toSoloSchema,
} from '@keel/core';
import { ExceedanceEntity, GradingAnswerEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { madeFile } from '../http/made-file.ts';
import { chiefsOnly, instructorsOnly } from '../http/only.ts';
import { notFound } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { callsOf } from './calls.ts';
import { fleetFiguresOf } from './fleet.ts';
import { gradingOf } from './grading.ts';
import { PARTS, tablesOf } from './parts.ts';
import { sticksOf } from './sticks.ts';
import { toSoloOf } from './to-solo.ts';

export function insightRoutes() {
  const id = z.object({ id: z.uuid() });
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/calls',
        summary: 'Who needs a call, and what lies undone',
        middleware: [chiefsOnly] as const,
        request: { query: insightQuerySchema },
        responses: { 200: json(callsSchema, 'What needs somebody soonest first') },
      }),
      async (c) => {
        const { database, viewer, school } = given(c);
        return c.json(await callsOf(database, viewer, await school(), c.req.valid('query')), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/grading',
        summary: 'Whether instructors grade alike: of all to a chief, of themselves to an instructor',
        middleware: [instructorsOnly] as const,
        request: { query: insightQuerySchema },
        responses: {
          200: json(gradingSchema, 'Agreement with the verdicts, and with each other in blind rounds'),
        },
      }),
      async (c) => c.json(await gradingOf(c.get('database'), c.get('viewer'), c.req.valid('query')), 200),
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/sticks',
        summary: 'How long each skill takes here, and which faults come more often than last quarter',
        middleware: [chiefsOnly] as const,
        request: { query: insightQuerySchema },
        responses: { 200: json(sticksSchema, 'By skill and by fault') },
      }),
      async (c) => {
        const { database, school } = given(c);
        return c.json(await sticksOf(database, await school(), c.req.valid('query')), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/solo',
        summary: 'What solo takes here, whether forecasts held, and what the airplanes did',
        middleware: [chiefsOnly] as const,
        responses: { 200: json(toSoloSchema, 'Lessons, hours and weeks') },
      }),
      async (c) => {
        const { database, school } = given(c);
        return c.json(await toSoloOf(database, await school()), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/airplanes',
        summary: 'Each airplane’s own figures over time, and airspeeds above a limit',
        middleware: [chiefsOnly] as const,
        responses: { 200: json(fleetFiguresSchema, 'By airplane') },
      }),
      async (c) => {
        const { database, school } = given(c);
        return c.json(await fleetFiguresOf(database, await school()), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/insight/exceedances/{id}/{nth}/seen',
        summary: 'The chief has seen that an airspeed was above a limit',
        middleware: [chiefsOnly] as const,
        request: { params: id.extend({ nth: z.coerce.number().int().min(0) }) },
        responses: { 204: { description: 'Noted' } },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const { id: recordingId, nth } = c.req.valid('param');
        const of = { schoolId: viewer.schoolId, recordingId, nth };
        await database.transaction(async (manager) => {
          const { affected } = await manager.update(ExceedanceEntity, of, {
            seenBy: viewer.id,
            seenAt: new Date(),
          });
          if (!affected) throw notFound('airspeed');
          await addToTrail(manager, viewer, 'exceedance seen', recordingId, { nth });
        });
        return c.body(null, 204);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/{part}/csv',
        summary: 'One part as a table for a spreadsheet',
        middleware: [chiefsOnly] as const,
        request: { params: z.object({ part: z.enum(PARTS) }), query: insightQuerySchema },
        responses: { 200: { description: 'CSV', content: { 'text/csv': { schema: z.string() } } } },
      }),
      async (c) => {
        const { database, viewer, school } = given(c);
        const { part } = c.req.valid('param');
        const tables = await tablesOf(
          part,
          { database, viewer, school: await school() },
          c.req.valid('query'),
        );
        c.header('Content-Type', 'text/csv; charset=utf-8');
        c.header('Content-Disposition', `attachment; filename="${part}.csv"`);
        return c.body(tablesCsv(tables), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/insight/meeting.pdf',
        summary: 'Everything on paper, for the meeting of the instructors',
        middleware: [chiefsOnly] as const,
        request: { query: insightQuerySchema },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const { viewer } = given(c);
        const { schoolId, id: chiefId } = viewer;
        const input = { chiefId, wanted: c.req.valid('query') };
        const pdf = await madeFile(c, { schoolId, kind: 'meeting', input });
        c.header('Content-Type', 'application/pdf');
        c.header('Content-Disposition', 'inline; filename="meeting.pdf"');
        return c.body(pdf, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/insight/answer',
        summary: 'What an instructor says to their own figures; the chief reads it beside them',
        middleware: [instructorsOnly] as const,
        request: { body: jsonBody(z.object({ words: z.string().trim().max(1000) })) },
        responses: { 204: { description: 'Kept' } },
      }),
      async (c) => {
        const { database, viewer } = given(c);
        const of = { schoolId: viewer.schoolId, instructorId: viewer.id };
        const answers = database.getRepository(GradingAnswerEntity);
        const { words } = c.req.valid('json');
        if (words === '') await answers.delete(of);
        else await answers.upsert({ ...of, words, saidAt: new Date() }, ['schoolId', 'instructorId']);
        return c.body(null, 204);
      },
    );
}
