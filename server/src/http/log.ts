/**
 * The server's log, for whoever runs it: JSON lines on standard error, from `KEEL_LOG` on (`warn` when nothing is set).
 * What people send and what is worked out for them never stands in it: no bodies, no addresses with secrets, no rows.
 */

import type { Context, MiddlewareHandler } from 'hono';
import { matchedRoutes } from 'hono/route';
import { pino } from 'pino';
import { QueryFailedError } from 'typeorm';
import type { Env } from './env.ts';

export const log = pino(
  { level: process.env.KEEL_LOG ?? 'warn', base: null },
  pino.destination({ dest: 2, sync: false }),
);

/**
 * An error without what was asked of the database, which may hold a score or a hash, and without what the database says of it,
 * which quotes it: of such a one its code and what it was about tell enough.
 */
export function plain(error: unknown): object {
  if (!(error instanceof Error)) return { message: String(error) };
  const { name, message, stack = '', code } = error as Error & { code?: string };
  if (!(error instanceof QueryFailedError)) return { name, message, code, stack };
  const { table, constraint, routine } = error.driverError;
  const calls = stack.split('\n').filter((line) => /^\s+at /.test(line));
  return { name, code, table, constraint, routine, stack: calls.join('\n') };
}

/** The pattern of an address, such as `/api/lessons/:id`, which holds nothing of whose it is. */
export const patternOf = (c: Context): string =>
  matchedRoutes(c).find(({ path }) => !path.endsWith('*'))?.path ?? 'none';

/** A line for each request: the pattern of its address, never the address itself. */
export const logged: MiddlewareHandler<Env> = async (c, next) => {
  const began = performance.now();
  await next();
  log.info(
    {
      requestId: c.get('requestId'),
      method: c.req.method,
      route: patternOf(c),
      status: c.res.status,
      ms: Math.round(performance.now() - began),
    },
    'request',
  );
};
