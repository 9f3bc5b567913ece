/** A recording's flight for drawing, in the formats that others read, as a sheet for the student; and a way to stop. */
import { createRoute, z } from '@hono/zod-openapi';
import { dayIn } from '@keel/core';
import type { DataSource } from 'typeorm';
import { FlightEntity, type RecordingRow, ScoreEntity, type ScoreRow } from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { madeFile } from '../http/made-file.ts';
import { instructorsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { cancel } from '../tasks/list.ts';
import { DEBRIEF_SIZES } from './debrief-pdf.ts';
import { FORMATS } from './export-task.ts';
import { requireRecording } from './recordings.ts';
import { refuse } from './score-task.ts';

const STOPPED = 'The scoring was stopped. The file is kept; score it again when you like.';

async function currentScore(database: DataSource, { schoolId, id }: RecordingRow): Promise<ScoreRow> {
  const score = await database
    .getRepository(ScoreEntity)
    .findOneBy({ schoolId, recordingId: id, current: true });
  if (!score) throw new Problem(409, 'This recording is not scored yet; wait for it, or score it again.');
  return score;
}

/** The file's own name with another ending. */
const named = (fileName: string, ending: string): string =>
  `attachment; filename*=UTF-8''${encodeURIComponent(`${fileName.replace(/\.[a-z0-9]{1,5}$/i, '')}${ending}`)}`;

export function flightRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}/flight',
        summary: 'The whole flight for drawing: columns of 32-bit floats',
        request: { params },
        responses: {
          200: {
            description: 'Little-endian; see the core’s encodeFlight',
            content: { 'application/octet-stream': { schema: z.any() } },
          },
        },
      }),
      async (c) => {
        const database = c.get('database');
        const row = await requireRecording(database, c.get('viewer'), c.req.valid('param').id);
        const score = await currentScore(database, row);
        const flight = await database.getRepository(FlightEntity).findOneBy({ scoreId: score.id });
        if (!flight) throw new Problem(404, 'This score has no flight to draw: “Score again” makes one.');
        c.header('Content-Type', 'application/octet-stream');
        return c.body(new Uint8Array(flight.data), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}/export/{format}',
        summary: 'The recording as CSV, GPX or KML, or its score as JSON',
        request: { params: params.extend({ format: z.enum(['csv', 'gpx', 'kml', 'json']) }) },
        responses: {
          200: { description: 'The file', content: { 'application/octet-stream': { schema: z.any() } } },
        },
      }),
      async (c) => {
        const database = c.get('database');
        const { id, format } = c.req.valid('param');
        const row = await requireRecording(database, c.get('viewer'), id);
        await currentScore(database, row);
        const text = await madeFile(c, { schoolId: row.schoolId, kind: 'export', input: { id, format } });
        c.header('Content-Type', FORMATS[format].type);
        c.header(
          'Content-Disposition',
          named(row.fileName, format === 'json' ? '.score.json' : `.${format}`),
        );
        return c.body(text, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/recordings/{id}/debrief.pdf',
        summary: 'The debrief on paper, for the student',
        request: { params, query: z.object({ size: z.enum(DEBRIEF_SIZES).default('a4') }) },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const { viewer, database, zone } = given(c);
        const row = await requireRecording(database, viewer, c.req.valid('param').id);
        await currentScore(database, row);
        const { schoolId, id } = row;
        const day = dayIn(row.flownAt, await zone());
        const pdf = await madeFile(c, {
          schoolId,
          kind: 'debrief-pdf',
          input: { id, ...c.req.valid('query') },
        });
        c.header('Content-Type', 'application/pdf');
        c.header('Content-Disposition', `inline; filename="debrief-${day}.pdf"`);
        return c.body(pdf, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/recordings/{id}/stop',
        summary: 'Stop the analysis that is running; the file and an earlier score stay',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: { 200: json(z.object({ stopped: z.boolean() }), 'Whether there was one to stop') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const row = await requireRecording(database, viewer, c.req.valid('param').id);
        const stopped = await database.transaction(async (manager) => {
          const stops = await cancel(manager, { schoolId: row.schoolId, kind: 'score', subject: row.id });
          if (stops > 0) await refuse(manager, row, STOPPED);
          return stops > 0;
        });
        return c.json({ stopped }, 200);
      },
    );
}
