/** Whose a route is, asked before a byte of its body is read. */
import type { MiddlewareHandler } from 'hono';
import { requireChief, requireInstructor } from '../scope.ts';
import type { Env } from './env.ts';

/** @throws Problem 403 for anyone but a chief. */
export const chiefsOnly: MiddlewareHandler<Env> = async (c, next) => {
  requireChief(c.get('viewer'));
  await next();
};

/** @throws Problem 403 for a student. */
export const instructorsOnly: MiddlewareHandler<Env> = async (c, next) => {
  requireInstructor(c.get('viewer'));
  await next();
};
