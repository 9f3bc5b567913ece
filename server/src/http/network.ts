/** Where a request comes from, also behind proxies that are named to be believed. */
import { BlockList, isIPv4, isIPv6 } from 'node:net';
import type { Context } from 'hono';

/** The addresses of `KEEL_PROXY`, separated by commas; a part of a network is written as 10.0.0.0/8. */
export function proxies(named = process.env.KEEL_PROXY ?? ''): BlockList {
  const list = new BlockList();
  for (const one of named
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)) {
    const [address, prefix] = one.split('/');
    const family = isIPv6(address) ? 'ipv6' : 'ipv4';
    if (family === 'ipv4' && !isIPv4(address))
      throw new Error(`KEEL_PROXY: ${one} is no address; write such as 127.0.0.1 or 10.0.0.0/8`);
    if (prefix === undefined) list.addAddress(address, family);
    else list.addSubnet(address, Number(prefix), family);
  }
  return list;
}
const believed = proxies();

const plain = (address: string): string =>
  address
    .trim()
    .replace(/^::ffff:/, '')
    .replace(/^\[|\]$/g, '');
const isProxy = (address: string, list: BlockList): boolean =>
  (isIPv4(address) && list.check(address, 'ipv4')) || (isIPv6(address) && list.check(address, 'ipv6'));

/** The first address, seen from here, that is no proxy of ours: what a header claims beyond it is anybody’s word. */
export function addressBehind(socket: string, forwarded: string | undefined, list = believed): string {
  let address = plain(socket);
  const claimed = (forwarded ?? '').split(',').map(plain).filter(Boolean);
  while (isProxy(address, list) && claimed.length > 0) address = claimed.pop() as string;
  return address;
}

function socketAddress(c: Context): string {
  const incoming = (c.env as { incoming?: { socket?: { remoteAddress?: string } } } | undefined)?.incoming;
  return incoming?.socket?.remoteAddress ?? 'unknown';
}

/** Who asks. */
const remoteAddress = (c: Context): string =>
  addressBehind(socketAddress(c), c.req.header('X-Forwarded-For'));

/** What stands for one household or school: the address itself, of IPv6 the first half. */
export const networkAddress = (c: Context): string => networkOf(remoteAddress(c));

export function networkOf(address: string): string {
  if (!isIPv6(address)) return address;
  // The part that is left out where it is written short is nothing but noughts.
  const [before, after] = address.split('%')[0].split('::');
  const groups = (part = '') => part.split(':').filter(Boolean);
  const left = groups(before);
  const missing = after === undefined ? 0 : 8 - left.length - groups(after).length;
  const all = [...left, ...Array(Math.max(0, missing)).fill('0'), ...groups(after)];
  return all
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(':');
}

const LOOPBACK = new Set(['127.0.0.1', '::1']);
/** From this very machine, and from no proxy on it. */
export const isLoopback = (c: Context): boolean =>
  LOOPBACK.has(plain(socketAddress(c))) && !c.req.header('X-Forwarded-For') && !c.req.header('Forwarded');
