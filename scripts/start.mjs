/**
 * `npm start`: installs what is missing, builds, starts a database of the project's own and the server.
 * A plain Node script without dependencies: it runs on a fresh clone.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { SetupError } from './lib/debian.mjs';
import { backUpNightly } from './lib/nightly.mjs';
import { endOrphans, forgetRunning, noteRunning } from './lib/orphans.mjs';
import { portInUse, startPostgres } from './lib/postgres.mjs';
import { answerUsage } from './lib/usage.mjs';

const USAGE = `npm start
KEEL_PORT, KEEL_PG_PORT, KEEL_HOST, KEEL_TLS_CERT and KEEL_TLS_KEY, KEEL_DATA, DATABASE_URL, KEEL_DEMO=0, KEEL_URL, KEEL_PROXY, KEEL_BACKUP_DIR: see README.md`;

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
const log = (line) => console.log(line);

/** Runs a step to its end, quietly unless it fails. */
export function step(title, command, args, options = {}) {
  log(title);
  const result = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', ...options });
  if (result.status === 0) return;
  const output = `${result.stdout ?? ''}${result.stderr ?? ''}`.trim().split('\n').slice(-15).join('\n');
  throw new SetupError(`${title} failed:\n${output || result.error?.message}`);
}

/** The time of the newest file below some paths. */
function newest(paths) {
  let time = 0;
  for (const path of paths) {
    const full = join(ROOT, path);
    if (!existsSync(full)) continue;
    const stat = statSync(full);
    if (!stat.isDirectory()) time = Math.max(time, stat.mtimeMs);
    else for (const name of readdirSync(full)) time = Math.max(time, newest([join(path, name)]));
  }
  return time;
}

/** Installs packages when there are none, or the lock file is newer. */
export function ensurePackages() {
  const marker = 'node_modules/.package-lock.json';
  if (existsSync(join(ROOT, marker)) && newest([marker]) >= newest(['package-lock.json']) - 2000) return;
  step('installing packages', 'npm', ['ci', '--no-audit', '--no-fund']);
}

/** Builds interface and server when a source is newer than what was built. */
export function ensureBuilt() {
  const sources = ['core/src', 'core/package.json', 'package-lock.json'];
  const stale = (output, own) => newest([output]) < newest([...sources, ...own]);
  if (stale('web/dist/index.html', ['web/src', 'web/index.html', 'web/public', 'web/vite.config.ts'])) {
    // What a shell or a test runner calls its own surroundings must not make a build for developing of it.
    const env = { ...process.env, NODE_ENV: 'production' };
    step('building the interface', 'npm', ['run', 'build', '-w', 'web'], { env });
  }
  if (stale('server/dist/main.js', ['server/src', 'server/package.json'])) {
    step('building the server', 'npm', ['run', 'build', '-w', 'server']);
  }
}

/** Brings the database up to date as its owner. @returns its address as the role that serves requests. */
function prepared(ownerUrl) {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['server/dist/prepare.js'], {
    cwd: ROOT,
    env: { ...process.env, DATABASE_URL: ownerUrl },
    encoding: 'utf8',
  });
  if (status !== 0) throw new SetupError(stderr.trim() || 'the database could not be brought up to date');
  return stdout.trim();
}

/** A server that ended sooner never came up; one that lived so long is none that keeps falling. */
const CAME_UP_MS = 3000;
const SETTLED_MS = 60_000;
/** Between its end and its next start: twice as long each time that it falls soon. */
const SHORTEST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 60_000;

function port(name, fallback) {
  const value = Number(process.env[name] ?? fallback);
  if (Number.isInteger(value) && value > 0 && value < 65_536) return value;
  throw new SetupError(`${name}=${process.env[name]}: a port from 1 to 65535 was expected`);
}

async function main() {
  answerUsage(USAGE);
  const webPort = port('KEEL_PORT', 4600);
  const pgPort = port('KEEL_PG_PORT', 5460);
  const host = process.env.KEEL_HOST ?? '127.0.0.1';
  const data = resolve(ROOT, process.env.KEEL_DATA ?? '.keel');
  mkdirSync(data, { recursive: true });
  // With a database elsewhere several servers may run from one checkout.
  const shared = process.env.DATABASE_URL ? webPort : undefined;
  await endOrphans(data, log, shared);
  if (await portInUse(webPort, host)) {
    throw new SetupError(`port ${webPort} is taken: stop what uses it, or set KEEL_PORT to another`);
  }
  ensurePackages();
  ensureBuilt();

  let database;
  let url = process.env.DATABASE_URL;
  if (!url) {
    log('starting the database');
    database = await startPostgres({ folder: join(data, 'pg'), port: pgPort, log });
    url = database.url;
  }

  // The server never learns who owns the tables: what breaks into it finds nothing of the owner's.
  let requestsUrl;
  try {
    requestsUrl = prepared(url);
  } catch (error) {
    await database?.stop();
    throw error;
  }
  if (process.env.KEEL_BACKUP_DIR) backUpNightly(resolve(process.env.KEEL_BACKUP_DIR), url, log);
  let stopping = false;
  let server;
  let pauseMs = SHORTEST_PAUSE_MS;
  const end = async (code) => {
    process.exitCode ??= code;
    stopping = true;
    await database?.stop();
    forgetRunning(data, shared);
    process.exit();
  };
  const serve = () => {
    server = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.js'], {
      cwd: ROOT,
      env: {
        ...process.env,
        DATABASE_URL: requestsUrl,
        KEEL_PREPARED: '1',
        KEEL_PORT: String(webPort),
        NODE_ENV: 'production',
      },
      stdio: 'inherit',
      // A group of its own: Ctrl-C reaches it through us, so that the database stops after it.
      detached: true,
    });
    noteRunning(data, { launcher: process.pid, server: server.pid }, shared);
    const began = Date.now();
    server.once('exit', (code, signal) => {
      const livedMs = Date.now() - began;
      if (stopping) return void end(0);
      // What never came up has said why, and would say it again.
      if (livedMs < CAME_UP_MS && pauseMs === SHORTEST_PAUSE_MS) return void end(code ?? 1);
      pauseMs = livedMs > SETTLED_MS ? SHORTEST_PAUSE_MS : Math.min(LONGEST_PAUSE_MS, 2 * pauseMs);
      console.error(`the server ended (${signal ?? code}); it is started again in ${pauseMs / 1000} s`);
      setTimeout(() => (stopping ? void end(0) : serve()), pauseMs);
    });
  };
  serve();
  const stop = () => {
    if (stopping) return;
    stopping = true;
    if (server.exitCode === null && server.signalCode === null) server.kill('SIGTERM');
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  database?.child.once('exit', () => {
    if (stopping) return;
    console.error(database.why('the database stopped, and the server with it'));
    process.exitCode = 1;
    stop();
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  main().catch((error) => {
    console.error(error instanceof SetupError ? error.message : error);
    process.exit(1);
  });
}
