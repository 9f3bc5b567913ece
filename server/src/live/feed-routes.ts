/** What a device sends: batches by number, durable before they are acknowledged, and the end of its flight. */
import { createRoute, z } from '@hono/zod-openapi';
import { bodyLimit } from 'hono/body-limit';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { LiveFlightEntity } from '../db/entities.ts';
import { json, router } from '../http/env.ts';
import { Problem, respond } from '../http/problem.ts';
import { keyHashOf, requireDevice, requireKnownKey } from './devices.ts';
import { endFlight, keepBatch, OutOfOrder, requireOwn } from './flight.ts';
import { keepAtOnce } from './keep-at-once.ts';

const MOST_BATCH = 1024 * 1024;
/** What the database counts up to. */
const MOST_SEQ = 2 ** 31 - 2;
/** Batches a second of one device. */
const RATE = new RateLimiterMemory({ points: 10, duration: 1 });

export function feedOfFlightRoutes() {
  const flight = z.object({ flightId: z.uuid() });
  return router()
    .openapi(
      createRoute({
        method: 'put',
        path: '/feed/{flightId}/{seq}',
        summary: 'A batch of rows with their header, as text/csv; by the device’s key',
        request: { params: flight.extend({ seq: z.coerce.number().int().min(0).max(MOST_SEQ) }) },
        middleware: [
          bodyLimit({
            maxSize: MOST_BATCH,
            onError: (c) => respond(c, new Problem(413, 'A batch is at most 1 MB.')),
          }),
        ] as const,
        responses: {
          200: json(
            z.object({ acknowledged: z.number(), next: z.number(), serverMs: z.number() }),
            'It is kept for good',
          ),
          409: json(z.looseObject({ next: z.number() }), 'Out of order: `next` is where to go on'),
        },
      }),
      async (c) => {
        const keyHash = keyHashOf(c);
        const { flightId, seq } = c.req.valid('param');
        await RATE.consume(keyHash).catch(() => {
          c.header('Retry-After', '1');
          throw new Problem(429, 'More than ten batches a second: wait a moment.');
        });
        // Whose key nobody knows has nothing of theirs read.
        await requireKnownKey(c);
        const read = await c.get('tasks').threads.batch(new Uint8Array(await c.req.arrayBuffer()));
        const clockMs = Number(c.req.header('Keel-Clock-Ms') ?? Number.NaN);
        const batch = { flightId, seq, read, clockMs };
        if (seq > 0 && (await keepAtOnce(c.get('database'), keyHash, batch)))
          return c.json({ acknowledged: seq, next: seq + 1, serverMs: Date.now() }, 200);
        const device = await requireDevice(c);
        try {
          await keepBatch({ database: c.get('database'), tasks: c.get('tasks') }, device, batch);
        } catch (error) {
          if (!(error instanceof OutOfOrder)) throw error;
          const { status, message: detail, next } = error;
          c.header('Content-Type', 'application/problem+json');
          return c.body(
            JSON.stringify({ type: 'about:blank', title: 'Changed meanwhile', status, detail, next }),
            409,
          ) as never;
        }
        return c.json({ acknowledged: seq, next: seq + 1, serverMs: Date.now() }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/feed/{flightId}',
        summary: 'Which batch comes next',
        request: { params: flight },
        responses: { 200: json(z.object({ next: z.number() }), 'Nought where nothing came yet') },
      }),
      async (c) => {
        const device = await requireDevice(c);
        const { flightId: id } = c.req.valid('param');
        const known = await c
          .get('database')
          .getRepository(LiveFlightEntity)
          .findOneBy({ schoolId: device.schoolId, id });
        if (known) requireOwn(known, device);
        return c.json({ next: known?.nextSeq ?? 0 }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/feed/{flightId}/end',
        summary: 'The flight is over: it becomes a recording like any other',
        request: { params: flight },
        responses: { 200: json(z.object({ recordingId: z.string() }), 'The recording') },
      }),
      async (c) => {
        const device = await requireDevice(c);
        const services = { database: c.get('database'), tasks: c.get('tasks') };
        return c.json({ recordingId: await endFlight(services, device, c.req.valid('param').flightId) }, 200);
      },
    );
}
