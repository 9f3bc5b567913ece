/** Flights under way, for people: which there are, and each as a stream that resumes where it broke off. */
import { createRoute, z } from '@hono/zod-openapi';
import { streamSSE } from 'hono/streaming';
import type { DataSource } from 'typeorm';
import { LiveBatchEntity, type LiveFlight, LiveFlightEntity } from '../db/entities.ts';
import { json, router, type Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { sessionOf } from '../http/sessions.ts';
import { visible } from '../scope.ts';
import { cells } from './batch.ts';
import { watchFlight } from './hub.ts';

const listed = z.object({
  id: z.string(),
  airplane: z.object({ id: z.string(), name: z.string() }),
  student: z.object({ id: z.string(), name: z.string() }).nullable(),
  lessonId: z.string().nullable(),
  begunAt: z.string(),
  heardAt: z.string(),
  /** The server’s clock less the device’s, ms. */
  clockOffsetMs: z.number().nullable(),
});
/** The right to watch is asked again this often; so is a sign of life sent. */
const AGAIN_MS = 30_000;

/** What an instructor may watch besides their own students: what is nobody’s, in an airplane that they have today. */
async function mayWatch(database: DataSource, viewer: Viewer, flight: LiveFlight): Promise<boolean> {
  const { schoolId, id } = flight;
  const query = database
    .getRepository(LiveFlightEntity)
    .createQueryBuilder('flight')
    .where('flight.id = :id', { id });
  if (flight.schoolId !== viewer.schoolId) return false;
  if (viewer.role === 'chief') return true;
  if (flight.studentId) return (await visible(query, 'flight', viewer).getCount()) > 0;
  if (viewer.role !== 'instructor') return false;
  const [{ has }]: { has: boolean }[] = await database.query(
    `SELECT EXISTS (SELECT FROM booking WHERE school_id = $1 AND airplane_row_id = $2 AND instructor_id = $3 AND cancelled IS NULL
       AND during && tstzrange(now() - interval '12 hours', now() + interval '12 hours'))
     OR EXISTS (SELECT FROM lesson WHERE school_id = $1 AND airplane_row_id = $2 AND instructor_id = $3
       AND planned_at BETWEEN now() - interval '12 hours' AND now() + interval '12 hours') AS has`,
    [schoolId, flight.airplaneRowId, viewer.id],
  );
  return has;
}

async function requireFlight(database: DataSource, viewer: Viewer, id: string): Promise<LiveFlight> {
  const flight = await database.getRepository(LiveFlightEntity).findOneBy({ schoolId: viewer.schoolId, id });
  if (!flight || !(await mayWatch(database, viewer, flight))) throw notFound('flight');
  return flight;
}

/** Rows as columns: what was not measured is null. */
function columnsOf(header: string, rows: string): Record<string, (number | string | null)[]> {
  const names = cells(header);
  const lines = rows.split('\n').filter(Boolean).map(cells);
  return Object.fromEntries(
    names.map((name, i) => [
      name,
      lines.map((line) => {
        const cell = line[i] ?? '';
        return cell === '' ? null : Number.isNaN(Number(cell)) ? cell : Number(cell);
      }),
    ]),
  );
}

export function watchRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/live',
        summary: 'Flights under way that you may watch',
        responses: { 200: json(z.array(listed), 'The latest first') },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        const flights = await database
          .getRepository(LiveFlightEntity)
          .createQueryBuilder('flight')
          .where('flight.schoolId = :schoolId AND flight.endedAt IS NULL', { schoolId: viewer.schoolId })
          .orderBy('flight.begunAt', 'DESC')
          .getMany();
        const seen: LiveFlight[] = [];
        for (const flight of flights) if (await mayWatch(database, viewer, flight)) seen.push(flight);
        const names = await database.query<
          { id: string; airplaneId: string; airplane: string; student: string | null }[]
        >(
          `SELECT live_flight.id, airplane.id AS "airplaneId", airplane.data->>'name' AS airplane, account.name AS student
           FROM live_flight
           JOIN airplane ON airplane.school_id = live_flight.school_id AND airplane.row_id = live_flight.airplane_row_id
           LEFT JOIN account ON account.school_id = live_flight.school_id AND account.id = live_flight.student_id
           WHERE live_flight.school_id = $1 AND live_flight.id = ANY($2)`,
          [viewer.schoolId, seen.map(({ id }) => id)],
        );
        return c.json(
          seen.map((flight) => {
            const named = names.find(({ id }) => id === flight.id)!;
            return {
              id: flight.id,
              airplane: { id: named.airplaneId, name: named.airplane },
              student: flight.studentId ? { id: flight.studentId, name: named.student ?? '' } : null,
              lessonId: flight.lessonId,
              begunAt: flight.begunAt.toISOString(),
              heardAt: flight.heardAt.toISOString(),
              clockOffsetMs: flight.clockOffsetMs,
            };
          }),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/live/{id}/events',
        summary: 'A flight as it comes: `samples` by batch, then `end`; resumed by `Last-Event-ID`',
        request: { params: z.object({ id: z.uuid() }) },
        responses: {
          200: { description: 'A stream', content: { 'text/event-stream': { schema: z.string() } } },
        },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        const { id } = c.req.valid('param');
        await requireFlight(database, viewer, id);
        const last = c.req.header('Last-Event-ID');
        if (last !== undefined && !/^\d{1,9}$/.test(last))
          throw new Problem(422, 'Last-Event-ID: a number that this stream sent was expected.');
        const { schoolId } = viewer;
        return streamSSE(c, async (stream) => {
          // An id is the number of a batch, so that it is the same on every server.
          let seq = last === undefined ? 0 : Number(last) + 1;
          let wake = () => {};
          let told = true;
          const stop = await watchFlight(database, id, () => {
            told = true;
            wake();
          });
          stream.onAbort(() => {
            wake();
          });
          let asked = Date.now();
          try {
            while (!stream.aborted) {
              if (!told) {
                await new Promise<void>((resolve) => {
                  const timer = setTimeout(resolve, AGAIN_MS);
                  wake = () => {
                    clearTimeout(timer);
                    resolve();
                  };
                });
              }
              if (stream.aborted) break;
              told = false;
              if (Date.now() - asked >= AGAIN_MS) {
                asked = Date.now();
                const session = await sessionOf(c);
                if (!session || !(await requireFlight(database, viewer, id).catch(() => null))) break;
                await stream.writeSSE({ event: 'still-there', data: '' });
              }
              const flight = await database.getRepository(LiveFlightEntity).findOneByOrFail({ schoolId, id });
              const batches = await database
                .getRepository(LiveBatchEntity)
                .createQueryBuilder('batch')
                .where('batch.schoolId = :schoolId AND batch.flightId = :id AND batch.seq >= :seq', {
                  schoolId,
                  id,
                  seq,
                })
                .orderBy('batch.seq')
                .getMany();
              for (const batch of batches) {
                const data = JSON.stringify({
                  seq: batch.seq,
                  columns: columnsOf(flight.header ?? '', batch.rows),
                });
                await stream.writeSSE({ id: String(batch.seq), event: 'samples', data });
                seq = batch.seq + 1;
              }
              if (flight.endedAt && seq >= flight.nextSeq) {
                await stream.writeSSE({
                  id: String(seq),
                  event: 'end',
                  data: JSON.stringify({ recordingId: flight.recordingId }),
                });
                break;
              }
            }
          } finally {
            await stop();
          }
        }) as never;
      },
    );
}
