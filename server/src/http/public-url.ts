/** The address that people use: as `KEEL_URL` says, else as this request was asked. */
import type { Context } from 'hono';

const named = process.env.KEEL_URL ? new URL(process.env.KEEL_URL) : undefined;

/** @param path a page's, with its slash. */
export const pageUrl = (c: Context, path: string): string =>
  `${(named?.href ?? new URL(c.req.url).origin).replace(/\/$/, '')}${path}`;

/** Whether people reach it encrypted, so that a cookie is never sent otherwise. */
export const isSecure = (c: Context): boolean => (named ?? new URL(c.req.url)).protocol === 'https:';

/** Whether a page of this origin may change something here. */
export const isOwnOrigin = (origin: string, host: string | undefined): boolean => {
  try {
    const { host: asked } = new URL(origin);
    return asked === host || asked === named?.host;
  } catch {
    return false;
  }
};
