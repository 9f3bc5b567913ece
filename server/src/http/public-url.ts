/** The address that people use: as `KEEL_URL` says, else as this request was asked. */
import type { Context } from 'hono';

/** @param path a page's, with its slash. */
export const pageUrl = (c: Context, path: string): string =>
  `${(process.env.KEEL_URL ?? new URL(c.req.url).origin).replace(/\/$/, '')}${path}`;
