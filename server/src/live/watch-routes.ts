/** Flights under way, for people: which there are, and each as a stream that resumes where it broke off. */
import { createRoute, z } from '@hono/zod-openapi';
import { liveFlightSchema } from '@keel/core';
import { streamSSE } from 'hono/streaming';
import { LiveBatchEntity, type LiveFlight, LiveFlightEntity } from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { sessionOf } from '../http/sessions.ts';
import { cells } from './batch.ts';
import { before, lastVerdict } from './coached.ts';
import { watchFlight } from './hub.ts';
import { mayWatch, requireFlight } from './may-watch.ts';

/** The right to watch is asked again this often; so is a sign of life sent. */
const AGAIN_MS = 30_000;

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
        responses: { 200: json(z.array(liveFlightSchema), 'The latest first') },
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
        summary:
          'A flight as it comes: `samples` by batch, before them where in the maneuver it is (`coach`) and what was found of an `attempt` that has ended; then `end`; resumed by `Last-Event-ID`',
        request: { params: z.object({ id: z.uuid() }) },
        responses: {
          200: { description: 'A stream', content: { 'text/event-stream': { schema: z.string() } } },
        },
      }),
      async (c) => {
        const [viewer, database] = [c.get('viewer'), c.get('database')];
        const services = { database, tasks: c.get('tasks') };
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
                // Without an id of their own: what was sent with a batch is sent again with it, or not at all.
                const { coach, verdict } = await before(services, flight, batch.seq);
                if (verdict) await stream.writeSSE({ event: 'attempt', data: JSON.stringify(verdict) });
                if (coach) await stream.writeSSE({ event: 'coach', data: JSON.stringify(coach) });
                const data = JSON.stringify({
                  seq: batch.seq,
                  columns: columnsOf(flight.header ?? '', batch.rows),
                });
                await stream.writeSSE({ id: String(batch.seq), event: 'samples', data });
                seq = batch.seq + 1;
              }
              if (flight.endedAt && seq >= flight.nextSeq) {
                const verdict = await lastVerdict(services, flight);
                if (verdict) await stream.writeSSE({ event: 'attempt', data: JSON.stringify(verdict) });
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
