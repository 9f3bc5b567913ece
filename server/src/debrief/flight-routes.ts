/** A recording's flight for drawing, in the formats that others read, as a sheet for the student; and a way to stop. */
import { createRoute, z } from '@hono/zod-openapi';
import {
  dayIn,
  InputError,
  maneuverName,
  type Recording,
  recordingFromChunks,
  writeGpx,
  writeKml,
  writeRecordingCsv,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  FlightEntity,
  RecordingChunkEntity,
  type RecordingRow,
  ScoreEntity,
  type ScoreRow,
} from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { requireInstructor, zoneOfSchool } from '../scope.ts';
import { stopAnalysis } from './analysis-store.ts';
import { debriefPdf } from './debrief-pdf.ts';
import { describeRecording, requireRecording } from './recordings.ts';

const FORMATS = {
  csv: { type: 'text/csv; charset=utf-8', name: 'Recording CSV' },
  gpx: { type: 'application/gpx+xml', name: 'GPX 1.1' },
  kml: { type: 'application/vnd.google-earth.kml+xml', name: 'KML 2.2' },
  json: { type: 'application/json', name: 'the score' },
} as const;
type Format = keyof typeof FORMATS;

async function currentScore(database: DataSource, recordingId: string): Promise<ScoreRow> {
  const score = await database.getRepository(ScoreEntity).findOneBy({ recordingId, current: true });
  if (!score) throw new Problem(409, 'This recording is not scored yet; wait for it, or score it again.');
  return score;
}

/** The stored columns put together again, with what is known of the flight in the header. */
async function storedRecording(database: DataSource, row: RecordingRow, score: ScoreRow): Promise<Recording> {
  const chunks = await database
    .getRepository(RecordingChunkEntity)
    .find({ where: { recordingId: row.id }, order: { seq: 'ASC' } });
  const { airplane, groundFt, weightLb } = score.score;
  return recordingFromChunks(
    chunks.map(({ rows, channels, data }) => ({
      rows,
      channels,
      // A buffer from the database may begin anywhere; floats may not.
      data: new Float64Array(Uint8Array.from(data).buffer),
    })),
    {
      ...(airplane && { airplane }),
      date: dayIn(row.flownAt, await zoneOfSchool(database, row.schoolId)),
      ...(groundFt !== null && { groundFt }),
      ...(weightLb !== null && { weightLb }),
    },
    row.epochMs ?? undefined,
  );
}

async function written(database: DataSource, row: RecordingRow, format: Format): Promise<string> {
  const score = await currentScore(database, row.id);
  if (format === 'json') return `${JSON.stringify(score.score, null, 2)}\n`;
  const recording = await storedRecording(database, row, score);
  if (format === 'csv') return writeRecordingCsv(recording);
  const attempts = score.score.attempts.map(({ maneuver, variant, startS, endS }, i) => ({
    name: `${i + 1}. ${maneuverName(maneuver, variant)}`,
    startS,
    endS,
  }));
  try {
    return (format === 'gpx' ? writeGpx : writeKml)(recording, row.fileName, attempts);
  } catch (error) {
    throw error instanceof InputError ? new Problem(422, `${error.message}.`) : error;
  }
}

/** The file's own name with another ending. */
const named = (fileName: string, ending: string): string =>
  `attachment; filename*=UTF-8''${encodeURIComponent(`${fileName.replace(/\.[a-z0-9]{1,5}$/i, '')}${ending}`)}`;

export function flightRoutes() {
  const routes = router();
  const params = z.object({ id: z.uuid() });

  routes.openapi(
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
      const { id } = await requireRecording(database, c.get('viewer'), c.req.valid('param').id);
      const score = await currentScore(database, id);
      const flight = await database.getRepository(FlightEntity).findOneBy({ scoreId: score.id });
      if (!flight) throw new Problem(404, 'This score has no flight to draw: “Score again” makes one.');
      c.header('Content-Type', 'application/octet-stream');
      return c.body(new Uint8Array(flight.data), 200);
    },
  );

  routes.openapi(
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
      const text = await written(database, row, format);
      c.header('Content-Type', FORMATS[format].type);
      c.header('Content-Disposition', named(row.fileName, format === 'json' ? '.score.json' : `.${format}`));
      return c.body(new TextEncoder().encode(text), 200);
    },
  );

  routes.openapi(
    createRoute({
      method: 'get',
      path: '/recordings/{id}/debrief.pdf',
      summary: 'The debrief on paper, for the student',
      request: { params },
      responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
    }),
    async (c) => {
      const database = c.get('database');
      const row = await requireRecording(database, c.get('viewer'), c.req.valid('param').id);
      await currentScore(database, row.id);
      const zone = await zoneOfSchool(database, row.schoolId);
      const pdf = await debriefPdf(await describeRecording(database, row), zone);
      c.header('Content-Type', 'application/pdf');
      c.header('Content-Disposition', `inline; filename="debrief-${dayIn(row.flownAt, zone)}.pdf"`);
      return c.body(new Uint8Array(pdf), 200);
    },
  );

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/recordings/{id}/stop',
      summary: 'Stop the analysis that is running; the file and an earlier score stay',
      request: { params },
      responses: { 200: json(z.object({ stopped: z.boolean() }), 'Whether there was one to stop') },
    }),
    async (c) => {
      const viewer = c.get('viewer');
      requireInstructor(viewer);
      const { id } = await requireRecording(c.get('database'), viewer, c.req.valid('param').id);
      return c.json({ stopped: stopAnalysis(id) }, 200);
    },
  );
  return routes;
}
