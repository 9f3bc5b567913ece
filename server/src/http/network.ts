/** Where a request comes from. */
import type { Context } from 'hono';

/** The other end of the connection, from Node’s socket; one for all where there is none. */
export function remoteAddress(c: Context): string {
  const incoming = (c.env as { incoming?: { socket?: { remoteAddress?: string } } } | undefined)?.incoming;
  return incoming?.socket?.remoteAddress?.replace(/^::ffff:/, '') ?? 'unknown';
}

/** What stands for one household or school: the address itself, of IPv6 the first half. */
export function networkAddress(c: Context): string {
  const address = remoteAddress(c);
  return address.includes(':') ? address.split(':').slice(0, 4).join(':') : address;
}

const LOOPBACK = new Set(['127.0.0.1', '::1']);
/** From this very machine, and from no proxy on it. */
export const isLoopback = (c: Context): boolean =>
  LOOPBACK.has(remoteAddress(c)) && !c.req.header('X-Forwarded-For') && !c.req.header('Forwarded');
