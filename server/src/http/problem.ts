/** Errors as RFC 9457 problem details: a title a program can rely on, a detail for a person. */

import type { ProblemBody } from '@keel/core';
import type { Context } from 'hono';

const TITLES: Record<number, string> = {
  400: 'Bad request',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Changed meanwhile',
  410: 'No longer there',
  413: 'Too large',
  422: 'Cannot be used',
  429: 'Too many tries',
  503: 'Not available',
  500: 'Something went wrong here',
};

export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors?: ProblemBody['errors'],
    /** What a program can tell it by, where the status does not say enough. */
    readonly type = 'about:blank',
  ) {
    super(detail);
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, `There is no such ${what}, or it is not yours to see.`);

export function respond(c: Context, problem: Problem): Response {
  const requestId: string | undefined = c.get('requestId');
  const body: ProblemBody = {
    type: problem.type,
    title: TITLES[problem.status] ?? 'Error',
    status: problem.status,
    detail: problem.message,
    ...(requestId && { requestId }),
    ...(problem.errors && { errors: problem.errors }),
  };
  c.header('Content-Type', 'application/problem+json');
  return c.body(JSON.stringify(body), problem.status as 400);
}
