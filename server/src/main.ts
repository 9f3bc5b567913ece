/** The server: connects, migrates, loads the demo into an empty database, serves. */
import { readFileSync } from 'node:fs';
import { createServer as createTlsServer } from 'node:https';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { workerAnalyser } from './analysis/analyser.ts';
import { openDatabase } from './db/database.ts';
import { resumeAnalyses } from './debrief/analysis-store.ts';
import { hasDemo, isEmpty, loadDemo } from './demo/load.ts';
import { DEMO_SIGN_INS } from './demo/people.ts';
import { makeApp } from './http/app.ts';
import { refreshShipped } from './standards/routes.ts';

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

/** A line for the one who started it, then the end. */
function giveUp(line: string): never {
  console.error(line);
  process.exit(1);
}

async function main(): Promise<void> {
  const { DATABASE_URL, KEEL_HOST = '127.0.0.1', KEEL_TLS_CERT, KEEL_TLS_KEY, KEEL_DEMO } = process.env;
  const port = Number(process.env.KEEL_PORT ?? 4600);
  if (!DATABASE_URL)
    giveUp('DATABASE_URL is not set: start with "npm start", which brings a database of its own');
  const tls = KEEL_TLS_CERT !== undefined && KEEL_TLS_KEY !== undefined;
  if (!LOOPBACK.has(KEEL_HOST) && !tls) {
    giveUp(
      `KEEL_HOST=${KEEL_HOST} is reachable from other machines: set KEEL_TLS_CERT and KEEL_TLS_KEY as well`,
    );
  }
  const database = await openDatabase(DATABASE_URL).catch((error: Error) =>
    giveUp(`the database does not answer or could not be brought up to date: ${error.message}`),
  );
  const analyser = workerAnalyser(fileURLToPath(new URL('./analysis/worker.js', import.meta.url)));
  if (KEEL_DEMO !== '0' && (await isEmpty(database))) {
    console.log('loading the demo data');
    await loadDemo(database, analyser);
  }
  await refreshShipped(database);
  const app = makeApp({ database, analyser }, fileURLToPath(new URL('../../web/dist', import.meta.url)));
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
      console.log(`Keel Path is at ${tls ? 'https' : 'http'}://${KEEL_HOST}:${port}`);
      if (await hasDemo(database)) {
        for (const { role, email, password } of DEMO_SIGN_INS)
          console.log(`sign-in: ${role} ${email} ${password}`);
      }
    },
  );
  server.once('error', (error: NodeJS.ErrnoException) =>
    giveUp(
      error.code === 'EADDRINUSE'
        ? `port ${port} is taken: stop what uses it or set KEEL_PORT`
        : `cannot listen on ${KEEL_HOST}:${port}: ${error.message}`,
    ),
  );
  resumeAnalyses(database, analyser).catch((error) => console.error('could not resume an analysis', error));

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.close(async () => {
      await analyser.close();
      await database.destroy();
      process.exit(0);
    });
    // Browsers keep connections open; they need not hold up the end.
    if ('closeAllConnections' in server) setTimeout(() => server.closeAllConnections(), 500).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

await main();
