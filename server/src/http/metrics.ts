/** Figures for whoever watches the server, as Prometheus reads them: from this machine, or with a token. */
import { createHash, timingSafeEqual } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import type { MiddlewareHandler } from 'hono';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { type Env, router } from './env.ts';
import { patternOf } from './log.ts';
import { isLoopback } from './network.ts';
import { Problem } from './problem.ts';

const registry = new Registry();
collectDefaultMetrics({ register: registry });
const requests = new Histogram({
  name: 'keel_request_seconds',
  help: 'Time that requests took, by method, pattern of address and status',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.005, 0.02, 0.05, 0.1, 0.25, 1, 5, 30],
  registers: [registry],
});
const tasks = new Gauge({
  name: 'keel_tasks',
  help: 'Tasks in the database, by kind and state',
  labelNames: ['kind', 'state'],
  registers: [registry],
});
const running = new Gauge({
  name: 'keel_tasks_here',
  help: 'Tasks that this process is at',
  registers: [registry],
});

export const measured: MiddlewareHandler<Env> = async (c, next) => {
  const end = requests.startTimer({ method: c.req.method });
  await next();
  end({ route: patternOf(c), status: String(c.res.status) });
};

const hash = (text: string) => createHash('sha256').update(text).digest();

export function metricsRoutes() {
  const routes = router();

  return routes.openapi(
    createRoute({
      method: 'get',
      path: '/metrics',
      summary:
        'Figures of this process, for Prometheus; from this machine, or with KEEL_METRICS_TOKEN as bearer',
      responses: { 200: { description: 'Text', content: { 'text/plain': { schema: z.string() } } } },
    }),
    async (c) => {
      const token = process.env.KEEL_METRICS_TOKEN;
      const given = c.req.header('Authorization')?.replace(/^Bearer /, '');
      const byToken = token && given && timingSafeEqual(hash(given), hash(token));
      if (!byToken && !isLoopback(c))
        throw new Problem(403, 'Figures are for this machine, or for who has the token.');
      const rows: { kind: string; state: string; n: string }[] = await c
        .get('database')
        .query('SELECT kind, state, count(*) AS n FROM task GROUP BY kind, state');
      tasks.reset();
      for (const { kind, state, n } of rows) tasks.set({ kind, state }, Number(n));
      running.set(c.get('tasks').running());
      return c.text(await registry.metrics(), 200, { 'Content-Type': registry.contentType });
    },
  );
}
