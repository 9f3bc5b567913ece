/**
 * A flight through everything that can be killed: server, recorder and database, in any order, with no warning. The stored
 * rows are the flown rows, each once, in order.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { randomBytes, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { findAirplane, findStandard } from '@keel/core';
import type { DataSource } from 'typeorm';
import { connect } from '../src/db/database.ts';
import {
  AccountEntity,
  AirplaneEntity,
  DeviceEntity,
  LiveFlightEntity,
  SchoolEntity,
  StandardEntity,
} from '../src/db/entities.ts';
import { bytesOf } from '../src/files/recording-files.ts';
import { hashOfToken } from '../src/http/sessions.ts';
import { freePort, type Program, startProgram } from './support/program.ts';
import { flownOn } from './support/school.ts';

const ROOT = resolve(import.meta.dirname, '..', '..');
const DEEP = process.env.KEEL_DEEP === '1';
const KILLS = DEEP ? 20 : 3;
/** Batches of five rows; enough of them to be killed in. */
const ROWS = DEEP ? 2000 : 400;
const VICTIMS = ['server', 'recorder', 'database'] as const;

const folder = mkdtempSync(join(tmpdir(), 'keel-killed-'));
const sleep = (ms: number) => new Promise((go) => setTimeout(go, ms));
let holder: ChildProcess;
let postgresPid = 0;
let url = '';
let server: Program;
let recorder: ChildProcess;
let port = 0;

/** PostgreSQL in a folder of this test's own, held by a process that only starts and ends it. */
async function startDatabase(at: number): Promise<void> {
  const script = `
    import { startPostgres } from './scripts/lib/postgres.mjs';
    const { url, child, stop } = await startPostgres({ folder: ${JSON.stringify(join(folder, 'pg'))}, port: ${at} });
    console.log(JSON.stringify({ url, pid: child.pid }));
    process.on('SIGTERM', async () => { await stop(); process.exit(0); });
    child.once('exit', () => process.exit(0));
    setInterval(() => {}, 1000);
  `;
  for (let tries = 0; tries < 20; tries++) {
    holder = spawn(process.execPath, ['--input-type=module', '-e', script], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    let said = '';
    holder.stdout?.on('data', (data) => {
      said += data;
    });
    const ended = once(holder, 'exit');
    while (!said.includes('\n') && holder.exitCode === null) await Promise.race([ended, sleep(50)]);
    if (said.includes('\n')) {
      ({ url, pid: postgresPid } = JSON.parse(said.split('\n')[0]));
      return;
    }
    // What the killed one left behind takes a moment to go.
    await sleep(300);
  }
  throw new Error('the database did not come back');
}

const startServer = async () => {
  server = await startProgram(url, { KEEL_PORT: String(port), KEEL_WORKERS: '1' });
};

function startRecorder(key: string): { done: Promise<string> } {
  recorder = spawn(
    process.execPath,
    [
      ...['--import', 'tsx', 'scripts/recorder.ts', '--to', `http://127.0.0.1:${port}`],
      ...['--airplane', 'cairn-4', '--folder', join(folder, 'recorder'), '--drop', '0.1', '--speed', '10'],
    ],
    { cwd: ROOT, env: { ...process.env, KEEL_DEVICE_KEY: key }, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let said = '';
  recorder.stdout?.on('data', (data) => {
    said += data;
  });
  recorder.stderr?.on('data', (data) => {
    said += data;
  });
  return { done: once(recorder, 'exit').then(() => said) };
}

/** The same every day; drawn anew where the long sweeps are run. */
function* drawn(): Generator<number> {
  let state = DEEP ? Date.now() % 2_147_483_647 : 20_261;
  for (;;) {
    state = (state * 48_271) % 2_147_483_647;
    yield state / 2_147_483_647;
  }
}

afterAll(async () => {
  recorder?.kill('SIGKILL');
  await server?.end('SIGKILL');
  holder?.kill('SIGTERM');
  if (holder && holder.exitCode === null) await once(holder, 'exit');
  rmSync(folder, { recursive: true, force: true });
});

test(`${KILLS} kills of server, recorder and database: every row once, in order`, async () => {
  chmodSync(folder, 0o755);
  mkdirSync(join(folder, 'recorder'));
  const databasePort = await freePort();
  port = await freePort();
  await startDatabase(databasePort);
  await startServer();

  const schoolId = randomUUID();
  const key = randomBytes(32).toString('base64url');
  const airplaneRowId = randomUUID();
  const database: DataSource = await connect(url);
  const chiefId = randomUUID();
  await database.getRepository(SchoolEntity).insert({ id: schoolId, name: 'Here', settings: {} as never });
  await database.getRepository(AccountEntity).insert({
    id: chiefId,
    schoolId,
    email: 'chief@test.example',
    name: 'Chief',
    role: 'chief',
    passwordHash: 'none',
  });
  await database.getRepository(AirplaneEntity).insert({
    rowId: airplaneRowId,
    schoolId,
    id: 'cairn-4',
    data: findAirplane('cairn-4') as object,
  });
  await database.getRepository(StandardEntity).insert({
    rowId: randomUUID(),
    schoolId,
    id: 'faa-private',
    version: 1,
    data: findStandard('faa-private')!,
  });
  await database.getRepository(DeviceEntity).insert({
    schoolId,
    id: randomUUID(),
    name: 'Box',
    airplaneRowId,
    keyHash: hashOfToken(key),
    madeBy: chiefId,
  });
  await database.destroy();

  const { header, rows } = flownOn(801, ROWS);
  const flightId = randomUUID();
  writeFileSync(
    join(folder, 'recorder', `${flightId}.json`),
    JSON.stringify({ flightId, airplane: 'cairn-4', header, rows, next: 0 }),
  );
  let running = startRecorder(key);

  const draw = drawn();
  const kills: string[] = [];
  for (let k = 0; k < KILLS; k++) {
    await sleep(400 + 1200 * draw.next().value!);
    // Each at least once; then as it comes.
    const victim = k < VICTIMS.length ? VICTIMS[(k + 1) % 3] : VICTIMS[Math.floor(3 * draw.next().value!)];
    kills.push(victim);
    if (victim === 'server') {
      await server.end('SIGKILL');
      await sleep(300);
      await startServer();
    } else if (victim === 'recorder') {
      recorder.kill('SIGKILL');
      await running.done;
      running = startRecorder(key);
    } else {
      process.kill(postgresPid, 'SIGKILL');
      await sleep(500);
      await startDatabase(databasePort);
    }
  }
  const said = await running.done;
  expect([kills, said]).toEqual([kills, expect.stringContaining('recording: ')]);
  const after: DataSource = await connect(url);
  try {
    const flight = await after.getRepository(LiveFlightEntity).findOneByOrFail({ schoolId, id: flightId });
    const bytes = await bytesOf(after, { schoolId, recordingId: flight.recordingId! });
    expect(bytes.toString()).toBe(`${header}\n${rows.join('\n')}\n`);
  } finally {
    await after.destroy();
  }
});
