/** The launcher comes up again whatever was killed: itself, the server, or the database. */
import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './support/program.ts';

const ROOT = join(import.meta.dirname, '../..');
let data: string;
let ports: { web: number; pg: number };
let launcher: ChildProcess | undefined;
let printed = '';

beforeAll(async () => {
  data = mkdtempSync(join(tmpdir(), 'keel-start-'));
  // The database runs as another user, who has to be able to enter.
  chmodSync(data, 0o755);
  ports = { web: await freePort(), pg: await freePort() };
});
afterAll(async () => {
  launcher?.kill('SIGTERM');
  await ended();
  rmSync(data, { recursive: true, force: true });
});

const ended = () =>
  new Promise<void>((resolve) => {
    if (!launcher || launcher.exitCode !== null || launcher.signalCode !== null) resolve();
    else launcher.once('exit', () => resolve());
  });

/** Starts, and waits until it prints its address. */
async function start(): Promise<void> {
  printed = '';
  const mine = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: ROOT,
    env: {
      ...process.env,
      KEEL_DATA: data,
      KEEL_PORT: String(ports.web),
      KEEL_PG_PORT: String(ports.pg),
      KEEL_DEMO: '0',
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  launcher = mine;
  for (const stream of [mine.stdout, mine.stderr])
    stream.on('data', (text) => {
      printed += text;
    });
  for (let tries = 0; tries < 600 && !/setup: http/.test(printed); tries++) {
    if (mine.exitCode !== null) throw new Error(`it ended:\n${printed}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const health = await (await fetch(`http://127.0.0.1:${ports.web}/api/health`)).json();
  expect(health).toMatchObject({ status: 'ok', database: 'ok', jobs: 'ok' });
}

const running = () => JSON.parse(readFileSync(join(data, 'running.json'), 'utf8'));
const postmaster = () => Number(readFileSync(join(data, 'pg', 'postmaster.pid'), 'utf8').split('\n')[0]);

test('after kill -9 of launcher, server or database it starts again; beside one that lives it does not', async () => {
  await start();
  const [, token] = /setup: \S+\/setup\/(\S+)/.exec(printed) ?? [];
  expect(token).toHaveLength(43);

  const second = launcher;
  await expect(start()).rejects.toThrow(/runs from .* already/);
  launcher = second;

  launcher?.kill('SIGKILL');
  await ended();
  await start();
  expect(printed).toContain('an earlier start left running');
  // A link printed before is no good any more.
  expect(printed).not.toContain(token);

  process.kill(running().server, 'SIGKILL');
  await ended();
  await start();

  process.kill(postmaster(), 'SIGKILL');
  await ended();
  await start();
});
