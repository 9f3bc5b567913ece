/** Flights under way, for people: which there are, and each as a stream that resumes where it broke off. */
import { createRoute, z } from '@hono/zod-openapi';
import { liveFlightSchema } from '@keel/core';
import { streamSSE } from 'hono/streaming';
import type { DataSource } from 'typeorm';
import { type LiveFlight, LiveFlightEntity } from '../db/entities.ts';
import { json, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { Problem } from '../http/problem.ts';
import { sessionOf } from '../http/sessions.ts';
import { followFlight } from './follow.ts';
import { mayWatch, requireFlight } from './may-watch.ts';

/** The right to watch is asked again this often; so is a sign of life sent. */
/** How soon a browser asks again whose connection broke. */
const BACK_MS = 1000;
const AGAIN_MS = 30_000;

/** Whether the flight is still this one's to see. @throws whatever keeps the database from telling: the watcher comes back */
async function mayStill(database: DataSource, viewer: Viewer, id: string): Promise<boolean> {
  try {
    await requireFlight(database, viewer, id);
    return true;
  } catch (error) {
    if (error instanceof Problem) return false;
    throw error;
  }
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
        const { viewer, database } = given(c);
        const flights = await database
          .getRepository(LiveFlightEntity)
          .createQueryBuilder('flight')
          .where('flight.schoolId = :schoolId AND flight.endedAt IS NULL', { schoolId: viewer.schoolId })
          .orderBy('flight.begunAt', 'DESC')
          .getMany();
        const seen: LiveFlight[] = [];
        for (const flight of flights) if (await mayWatch(database, viewer, flight)) seen.push(flight);
        const names = await database.query<
          {
            id: string;
            airplaneId: string;
            airplane: string;
            speedUnit: 'kt' | 'mph';
            student: string | null;
          }[]
        >(
          `SELECT live_flight.id, airplane.id AS "airplaneId", airplane.data->>'name' AS airplane,
             airplane.data->>'speedUnit' AS "speedUnit", account.name AS student
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
              airplane: { id: named.airplaneId, name: named.airplane, speedUnit: named.speedUnit ?? 'kt' },
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
        request: { params: z.object({ id: z.uuid() }), query: z.object({ after: z.string().optional() }) },
        responses: {
          200: { description: 'A stream', content: { 'text/event-stream': { schema: z.string() } } },
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const services = { database, tasks: c.get('tasks') };
        const { id } = c.req.valid('param');
        await requireFlight(database, viewer, id);
        // What a browser opens anew it opens without the header.
        const last = c.req.header('Last-Event-ID') ?? c.req.valid('query').after;
        if (last !== undefined && !/^\d{1,9}$/.test(last))
          throw new Problem(422, 'Last-Event-ID: a number that this stream sent was expected.');
        const { schoolId } = viewer;
        return streamSSE(c, async (stream) => {
          // An id is the number of a batch, so that it is the same on every server.
          let seq = last === undefined ? 0 : Number(last) + 1;
          const { follower, leave } = await followFlight(services, { schoolId, id });
          let told = true;
          let wake = () => {};
          const stop = follower.subscribe(() => {
            told = true;
            wake();
          });
          stream.onAbort(() => wake());
          let asked = Date.now();
          try {
            // Whoever loses the connection comes back soon: with the next event this is one.
            await stream.write(`retry: ${BACK_MS}\n`);
            while (!stream.aborted) {
              told = false;
              for (
                let more = await follower.from(seq);
                more && !stream.aborted;
                more = await follower.from(seq)
              ) {
                await stream.write(more.text);
                seq = more.next;
              }
              const end = await follower.end(seq);
              if (end) {
                await stream.write(end);
                break;
              }
              if (!told)
                await new Promise<void>((resolve) => {
                  const timer = setTimeout(resolve, AGAIN_MS);
                  wake = () => {
                    clearTimeout(timer);
                    resolve();
                  };
                });
              if (Date.now() - asked < AGAIN_MS) continue;
              asked = Date.now();
              if (!(await sessionOf(c)) || !(await mayStill(database, viewer, id))) break;
              await stream.writeSSE({ event: 'still-there', data: '' });
            }
          } finally {
            stop();
            await leave();
          }
        }) as never;
      },
    );
}
