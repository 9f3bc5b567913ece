/** What every route can reach. */

import { OpenAPIHono, type RouteConfig } from '@hono/zod-openapi';
import type { Role } from '@keel/core';
import { issueWords } from '@keel/core';
import type { DataSource } from 'typeorm';
import type { Tasks } from '../tasks/service.ts';
import { soundJson } from './bodies.ts';
import { Problem, respond } from './problem.ts';

/** The one who is signed in. */
export interface Viewer {
  id: string;
  schoolId: string;
  role: Role;
  name: string;
  email: string | null;
  /** The hash of the session's token: the database looks by it who signs, and who did what. */
  session: string;
}

export interface Services {
  database: DataSource;
  tasks: Tasks;
}

export interface Env {
  Variables: { viewer: Viewer } & Services;
}

/** A router whose refused input answers with a problem that names each field, and that looks at JSON before it is read. */
export function router(): OpenAPIHono<Env> {
  const routes = new OpenAPIHono<Env>({
    defaultHook: (result, c) => {
      if (result.success) return undefined;
      const errors = result.error.issues.map((issue) => ({
        field: issue.path.join('.') || 'body',
        message: issueWords(issue),
      }));
      const [first] = errors;
      return respond(c, new Problem(422, `${first.field}: ${first.message}`, errors));
    },
  });
  const openapi = routes.openapi.bind(routes) as (route: RouteConfig, ...more: unknown[]) => unknown;
  const sound = (route: RouteConfig, ...more: unknown[]) =>
    openapi(route.request?.body ? { ...route, middleware: [...own(route), soundJson] } : route, ...more);
  return Object.assign(routes, { openapi: sound as typeof routes.openapi });
}
/** What a route asks before its body is looked at. */
const own = ({ middleware = [] }: RouteConfig) => (Array.isArray(middleware) ? middleware : [middleware]);

/** A JSON answer for a route's description. */
export const json = <T>(schema: T, description: string) => ({
  description,
  content: { 'application/json': { schema } },
});

/** A JSON body for a route's description. */
export const jsonBody = <T>(schema: T) => ({ required: true, content: { 'application/json': { schema } } });
