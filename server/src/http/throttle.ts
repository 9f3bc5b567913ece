/**
 * How often a sign-in may be tried: counted in the database, for all servers together, and before the password is looked
 * at. A device that has signed in before has tries of its own, so that nobody is locked out by somebody else.
 */
import { randomBytes } from 'node:crypto';
import type { Context } from 'hono';
import { getCookie, setCookie } from 'hono/cookie';
import { type RateLimiterAbstract, RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { DataSource } from 'typeorm';
import type { PostgresDriver } from 'typeorm/driver/postgres/PostgresDriver.js';
import { KnownDeviceEntity } from '../db/entities.ts';
import type { Env } from './env.ts';
import { networkAddress } from './network.ts';
import { Problem } from './problem.ts';
import { isSecure } from './public-url.ts';
import { hashOfToken } from './sessions.ts';

const WINDOW_S = 15 * 60;
/** Tries within the window. */
const LIMITS = { pair: 10, network: 50, address: 100, device: 10, code: 10, link: 60 } as const;
const DEVICE_COOKIE = 'keel_device';
const DEVICE_LASTS_S = 400 * 24 * 3600;

type Limiters = Record<keyof typeof LIMITS, RateLimiterAbstract>;
const limitersOf = new WeakMap<DataSource, Limiters>();

function limiters(database: DataSource): Limiters {
  const known = limitersOf.get(database);
  if (known) return known;
  const limiter = (name: keyof typeof LIMITS) =>
    new RateLimiterPostgres({
      storeClient: (database.driver as PostgresDriver).master,
      storeType: 'pool',
      tableName: 'throttle',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix: name,
      points: LIMITS[name],
      duration: WINDOW_S,
    });
  const made = {
    pair: limiter('pair'),
    network: limiter('network'),
    address: limiter('address'),
    device: limiter('device'),
    code: limiter('code'),
    link: limiter('link'),
  };
  limitersOf.set(database, made);
  return made;
}

export interface Try {
  /** The tries go back: the password was right. */
  succeeded(): Promise<void>;
}

/**
 * Takes a try.
 * @throws Problem 429 where there is none left; `Retry-After` says when there will be.
 */
export async function takeTry(c: Context<Env>, address: string): Promise<Try> {
  const { pair, network, address: whole, device } = limiters(c.get('database'));
  const from = networkAddress(c);
  const known = await knownDevice(c, address);
  const taken: [RateLimiterAbstract, string][] = known
    ? [[device, known]]
    : [
        [pair, `${address} ${from}`],
        [network, from],
        [whole, address],
      ];
  return take(c, taken);
}

/** A code of the second step is tried for an account, wherever from. */
export const takeCodeTry = (c: Context<Env>, accountId: string): Promise<Try> =>
  take(c, [[limiters(c.get('database')).code, accountId]]);

/** A link is tried from a network: its token cannot be guessed, and nobody is to keep the server busy with it. */
export const takeLinkTry = (c: Context<Env>): Promise<Try> =>
  take(c, [[limiters(c.get('database')).link, networkAddress(c)]]);

async function take(c: Context<Env>, taken: [RateLimiterAbstract, string][]): Promise<Try> {
  try {
    // One after the other: a try that is refused for its address costs the network nothing.
    for (const [limiter, key] of taken) await limiter.consume(key);
  } catch (rejected) {
    if (!(rejected instanceof RateLimiterRes)) throw rejected;
    const waitS = Math.ceil(rejected.msBeforeNext / 1000);
    c.header('Retry-After', String(waitS));
    throw new Problem(429, `Too many tries; try again in ${Math.ceil(waitS / 60)} min.`);
  }
  return {
    async succeeded() {
      await Promise.all(taken.map(([limiter, key]) => limiter.reward(key)));
    },
  };
}

/** The hash of this device’s token, which it has since somebody signed in from it. */
export function thisDevice(c: Context<Env>): string | null {
  const token = getCookie(c, DEVICE_COOKIE);
  return token ? hashOfToken(token) : null;
}

/** The hash of this device’s token, where someone of that address has signed in from it. */
async function knownDevice(c: Context<Env>, address: string): Promise<string | null> {
  const tokenHash = thisDevice(c);
  if (!tokenHash) return null;
  const known = await c.get('database').getRepository(KnownDeviceEntity).existsBy({ tokenHash, address });
  return known ? tokenHash : null;
}

/** Remembers that someone of that address has signed in from here. */
export async function rememberDevice(c: Context<Env>, address: string): Promise<void> {
  const token = getCookie(c, DEVICE_COOKIE) ?? randomBytes(32).toString('base64url');
  await c
    .get('database')
    .createQueryBuilder()
    .insert()
    .into(KnownDeviceEntity)
    .values({ tokenHash: hashOfToken(token), address })
    .orIgnore()
    .execute();
  setCookie(c, DEVICE_COOKIE, token, {
    httpOnly: true,
    sameSite: 'Lax',
    path: '/api/session',
    maxAge: DEVICE_LASTS_S,
    secure: isSecure(c),
  });
}
