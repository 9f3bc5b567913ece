/** The server: connects, migrates, loads the demo into an empty database, serves. */
import { readFileSync } from 'node:fs';
import { createServer as createTlsServer } from 'node:https';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { connect } from './db/database.ts';
import { alone, prepare } from './db/prepare.ts';
import { hasDemo, isEmpty, loadDemo } from './demo/load.ts';
import { DEMO_SIGN_INS } from './demo/people.ts';
import { makeApp } from './http/app.ts';
import { log, plain } from './http/log.ts';
import { closeSilent } from './live/flight.ts';
import { setupToken } from './people/setup.ts';
import { refreshShipped } from './standards/shipped.ts';
import { startTasks } from './tasks/tasks.ts';
import { workerThreads } from './tasks/threads.ts';

/** How often flights are looked for from which nothing is heard any more. */
const SILENT_EVERY_MS = 5 * 60_000;
const KEPT_OPEN_MS = 65_000;
const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

/** A line for the one who started it, then the end. */
function giveUp(line: string): never {
  console.error(line);
  process.exit(1);
}

async function main(): Promise<void> {
  const { DATABASE_URL, KEEL_PREPARED, KEEL_HOST = '127.0.0.1', KEEL_TLS_CERT, KEEL_TLS_KEY } = process.env;
  const port = Number(process.env.KEEL_PORT ?? 4600);
  if (!DATABASE_URL)
    giveUp('DATABASE_URL is not set: start with "npm start", which brings a database of its own');
  const tls = KEEL_TLS_CERT !== undefined && KEEL_TLS_KEY !== undefined;
  if (!LOOPBACK.has(KEEL_HOST) && !tls) {
    giveUp(
      `KEEL_HOST=${KEEL_HOST} is reachable from other machines: set KEEL_TLS_CERT and KEEL_TLS_KEY as well`,
    );
  }
  // The launcher has prepared it, and names the role that serves requests; whoever starts this alone names the owner.
  const opened = await alone(DATABASE_URL, async () =>
    open(KEEL_PREPARED ? DATABASE_URL : await prepare(DATABASE_URL)),
  ).catch((error: Error) =>
    giveUp(`the database does not answer or could not be brought up to date: ${error.message}`),
  );
  const { database, tasks } = opened;
  const app = makeApp(opened, fileURLToPath(new URL('../../web/dist', import.meta.url)));
  const server = serve(
    {
      fetch: app.fetch,
      hostname: KEEL_HOST,
      port,
      ...(tls && {
        createServer: createTlsServer as never,
        serverOptions: { cert: readFileSync(KEEL_TLS_CERT), key: readFileSync(KEEL_TLS_KEY) },
      }),
    },
    async () => {
      const address = process.env.KEEL_URL ?? `${tls ? 'https' : 'http'}://${KEEL_HOST}:${port}`;
      console.log(`Keel Path is at ${address}`);
      const token = await setupToken(database);
      if (token) console.log(`setup: ${address.replace(/\/$/, '')}/setup/${token}`);
      if (await hasDemo(database)) {
        for (const { role, email, password } of DEMO_SIGN_INS)
          console.log(`sign-in: ${role} ${email} ${password}`);
      }
    },
  );
  // Longer than a proxy keeps a connection that nobody uses: who closes first takes no request along.
  if ('keepAliveTimeout' in server) server.keepAliveTimeout = KEPT_OPEN_MS;
  server.once('error', (error: NodeJS.ErrnoException) =>
    giveUp(
      error.code === 'EADDRINUSE'
        ? `port ${port} is taken: stop what uses it or set KEEL_PORT`
        : `cannot listen on ${KEEL_HOST}:${port}: ${error.message}`,
    ),
  );

  const silent = setInterval(
    () =>
      closeSilent(opened).catch((error) =>
        log.warn({ error: plain(error) }, 'a silent flight was not ended'),
      ),
    SILENT_EVERY_MS,
  );
  silent.unref();

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.close(async () => {
      await tasks.close();
      await database.destroy();
      process.exit(0);
    });
    // Browsers keep connections open; they need not hold up the end.
    if ('closeAllConnections' in server) setTimeout(() => server.closeAllConnections(), 500).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  // A database that goes away for a minute takes promises along that nobody waits for; the server stays.
  process.on('unhandledRejection', (error) => log.error({ error: plain(error) }, 'nobody waited for this'));
}

/** The database as it is to be served, with workers at it; one process at a time, so that nothing is loaded twice. */
async function open(url: string) {
  const database = await connect(url);
  const tasks = await startTasks({
    database,
    url,
    threads: workerThreads({
      file: fileURLToPath(new URL('./tasks/thread.js', import.meta.url)),
      url,
      long: wholeNumber('KEEL_WORKERS', 1, 0, 64),
      heapMb: wholeNumber('KEEL_WORKER_MB', 1024, 128, 16_384),
      complain: (error) => log.error({ error: plain(error) }, 'a worker thread'),
    }),
    complain: (message, error) => log.error({ error: plain(error) }, message),
  });
  if (mayLoadDemo() && (await isEmpty(database))) {
    console.log('loading the demo data');
    await loadDemo(database, tasks);
  }
  await refreshShipped(database);
  return { database, tasks };
}

/** Made-up people with known passwords are for this machine alone. */
const mayLoadDemo = (): boolean =>
  process.env.KEEL_DEMO !== '0' &&
  process.env.KEEL_URL === undefined &&
  LOOPBACK.has(process.env.KEEL_HOST ?? '127.0.0.1');

function wholeNumber(name: string, fallback: number, low: number, high: number): number {
  const value = Number(process.env[name] ?? fallback);
  if (Number.isInteger(value) && value >= low && value <= high) return value;
  return giveUp(`${name}=${process.env[name]}: a whole number from ${low} to ${high} was expected`);
}

await main();
