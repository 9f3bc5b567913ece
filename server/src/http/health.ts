import { createRoute, z } from '@hono/zod-openapi';
import { json, router } from './env.ts';
import { lastBackup } from './last-backup.ts';
import { Problem } from './problem.ts';

const healthSchema = z.object({
  status: z.string(),
  database: z.string(),
  /** Whether what is asked for reaches a worker. */
  jobs: z.string(),
  /** Whether this very process works on tasks that take their time, or leaves them to others. */
  worker: z.string(),
  /** When the latest nightly backup was made; `overdue` after two days without, `off` where none are made. */
  backup: z.string(),
});

export function healthRoutes() {
  const routes = router();

  return routes.openapi(
    createRoute({
      method: 'get',
      path: '/health',
      summary: 'Whether the server, its database and its workers answer',
      responses: { 200: json(healthSchema, 'It answers; `status` is `ok` where all is well') },
    }),
    async (c) => {
      try {
        await c.get('database').query('SELECT 1');
      } catch {
        throw new Problem(503, 'The database does not answer.');
      }
      const tasks = c.get('tasks');
      const jobs = tasks.healthy() ? 'ok' : 'troubled';
      const worker = tasks.threads.long > 0 ? `ok, ${tasks.running()} running` : 'elsewhere';
      const backup = await lastBackup();
      const status = jobs === 'ok' && backup !== 'overdue' ? 'ok' : 'troubled';
      return c.json({ status, database: 'ok', jobs, worker, backup }, 200);
    },
  );
}
