/**
 * Flights under way by the hundred: each a device that sends two batches a second at ten rows a second, each watched by two. Says
 * how long a batch takes until it is acknowledged, and from its sending until it stands in the watcher's stream; with one server,
 * and with two on one database, the watchers at one and the devices at the other.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { Agent, get, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findStandard } from '@keel/core';
import { hash } from '@node-rs/argon2';
import { Client } from 'pg';
import { prepare } from '../../server/src/db/prepare.ts';
import { freePort } from './free-port.mjs';
import { startPostgres } from './postgres.mjs';
import { cookieOf, percentile } from './server-bench.ts';

const FLIGHTS = 100;
const WATCHERS = 2;
const BATCHES_A_SECOND = 2;
const ROWS = 5;
/** Until a hundred flights have begun, two hundred watchers have come, and the compiler has settled. */
const WARM_UP_S = 15;
const MEASURED_S = 20;
const PASSWORD = 'a password of the benchmark';

export interface LiveFigures {
  servers: number;
  acknowledgedMs: number;
  screenMs: number;
  batches: number;
  /** Share of the processor time of the two cores that the load itself took, 0 to 1. */
  loadShare: number;
  serverShare: number;
}

interface Device {
  flightId: string;
  key: string;
}

const cpuSeconds = (pid: number): number => {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
};

/** @param header and rows of a recording: each flight sends them from its beginning. */
export async function liveBench(
  header: string,
  rows: readonly string[],
  servers: 1 | 2,
): Promise<LiveFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-live-'));
  chmodSync(folder, 0o755);
  const database = await startPostgres({ folder: join(folder, 'pg'), port: await freePort() });
  const started: ChildProcess[] = [];
  try {
    await prepare(database.url);
    const school = await fill(database.url);
    const ports: number[] = [];
    for (let i = 0; i < servers; i++) {
      const port = await freePort();
      ports.push(port);
      started.push(
        spawn(process.execPath, ['server/dist/main.js'], {
          env: { ...process.env, DATABASE_URL: database.url, KEEL_PORT: String(port), KEEL_DEMO: '0' },
          stdio: 'ignore',
        }),
      );
      await answers(port);
    }
    const [feedPort, watchPort] = [ports[0], ports[servers - 1]];
    const cookie = await cookieOf(`http://127.0.0.1:${watchPort}`, school.email, PASSWORD);
    await planLessons(watchPort, cookie, school.studentId);
    return await measure({
      header,
      rows,
      devices: school.devices,
      feedPort,
      watchPort,
      cookie,
      started,
      servers,
    });
  } finally {
    for (const one of started) one.kill('SIGTERM');
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function fill(url: string): Promise<{ email: string; studentId: string; devices: Device[] }> {
  const client = new Client({ connectionString: url });
  await client.connect();
  const [schoolId, chiefId, studentId] = [randomUUID(), randomUUID(), randomUUID()];
  const email = 'chief@bench.example';
  await client.query("INSERT INTO school (id, name, settings) VALUES ($1, 'Bench', $2)", [
    schoolId,
    { technique: {}, demonstrationFirst: false, fieldFt: 0, areaGroundFt: 0 },
  ]);
  await client.query(
    "INSERT INTO account (id, school_id, email, name, role, password_hash) VALUES ($1, $2, $3, 'Chief', 'chief', $4)",
    [chiefId, schoolId, email, await hash(PASSWORD)],
  );
  await client.query(
    "INSERT INTO account (id, school_id, email, name, role, password_hash) VALUES ($1, $2, 'student@bench.example', 'Student', 'student', 'none')",
    [studentId, schoolId],
  );
  await client.query(
    'INSERT INTO standard (row_id, school_id, id, version, data) VALUES ($1, $2, $3, 1, $4)',
    [randomUUID(), schoolId, 'faa-private', findStandard('faa-private')],
  );
  const devices: Device[] = [];
  for (let i = 0; i < FLIGHTS; i++) {
    const [rowId, key] = [randomUUID(), randomBytes(32).toString('base64url')];
    const data = {
      ...JSON.parse(readFileSync('core/src/airplane/fleet/cairn-4.json', 'utf8')),
      id: `bench-${i}`,
    };
    await client.query('INSERT INTO airplane (row_id, school_id, id, data) VALUES ($1, $2, $3, $4)', [
      rowId,
      schoolId,
      data.id,
      data,
    ]);
    await client.query(
      'INSERT INTO device (school_id, id, name, airplane_row_id, key_hash, made_by) VALUES ($1, $2, $3, $4, $5, $6)',
      [schoolId, randomUUID(), `box ${i}`, rowId, createHash('sha256').update(key).digest('hex'), chiefId],
    );
    devices.push({ flightId: randomUUID(), key });
  }
  await client.end();
  return { email, studentId, devices };
}

/** A lesson for each, so that each is coached. */
async function planLessons(port: number, cookie: string, studentId: string): Promise<void> {
  for (let i = 0; i < FLIGHTS; i++) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/lessons`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Cookie: cookie },
      body: JSON.stringify({
        studentId,
        airplaneId: `bench-${i}`,
        standardId: 'faa-private',
        title: 'Steep turns',
        plannedAt: new Date().toISOString(),
        conditions: { weightLb: 2300, groundFt: 0, headingDeg: 360, oatC: 5, qnhHpa: 1013 },
        items: [
          { id: 'level', maneuver: 'level-turn' },
          { id: 'steep', maneuver: 'steep-turn' },
          { id: 'slow', maneuver: 'slow-flight' },
        ],
      }),
    });
    if (!answer.ok) throw new Error(`lesson ${i}: ${answer.status} ${await answer.text()}`);
  }
}

async function answers(port: number): Promise<void> {
  for (let tries = 0; tries < 300; tries++) {
    if ((await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => null))?.ok) return;
    await new Promise((go) => setTimeout(go, 100));
  }
  throw new Error('the server did not answer in 30 s');
}

interface Load {
  header: string;
  rows: readonly string[];
  devices: readonly Device[];
  feedPort: number;
  watchPort: number;
  cookie: string;
  started: readonly ChildProcess[];
  servers: number;
}

async function measure(load: Load): Promise<LiveFigures> {
  const { header, rows, devices, feedPort, watchPort, cookie, started, servers } = load;
  const agent = new Agent({ keepAlive: true, maxSockets: 400 });
  const sentAt = new Map<string, number>();
  const acknowledged: number[] = [];
  const onScreen: number[] = [];
  let counts = false;
  const put = ({ flightId, key }: Device, seq: number, began = performance.now()): Promise<void> =>
    new Promise((done, failed) => {
      const from = (seq * ROWS) % (rows.length - ROWS);
      // Time goes on, though the rows are flown again.
      const lines = rows.slice(from, from + ROWS).map((row, i) => {
        const [, ...cells] = row.split(',');
        return [((seq * ROWS + i) / 10).toFixed(1), ...cells].join(',');
      });
      sentAt.set(`${flightId} ${seq}`, began);
      const asked = request(
        {
          agent,
          port: feedPort,
          host: '127.0.0.1',
          method: 'PUT',
          path: `/api/feed/${flightId}/${seq}`,
          headers: {
            Authorization: `Bearer ${key}`,
            'Content-Type': 'text/csv',
            'Keel-Clock-Ms': String(Date.now()),
          },
        },
        (answer) => {
          answer.resume();
          answer.on('end', () => {
            if (counts) acknowledged.push(performance.now() - began);
            if (answer.statusCode === 200) done();
            else failed(new Error(`batch ${seq}: ${answer.statusCode}`));
          });
        },
      );
      // A connection that the server had just let go of: sent again, as a device does, and the wait counts.
      asked.on('error', ({ code }: NodeJS.ErrnoException) =>
        code === 'ECONNRESET'
          ? put({ flightId, key }, seq, began).then(done, failed)
          : failed(new Error(code)),
      );
      asked.end(`${header}\n${lines.join('\n')}\n`);
    });

  await Promise.all(devices.map((device) => put(device, 0)));
  const streams = devices.flatMap(({ flightId }) =>
    Array.from({ length: WATCHERS }, () =>
      get(
        {
          port: watchPort,
          host: '127.0.0.1',
          path: `/api/live/${flightId}/events`,
          headers: { Cookie: cookie },
        },
        (answer) => {
          let text = '';
          answer.setEncoding('utf8').on('data', (data) => {
            text += data;
            const blocks = text.split('\n\n');
            text = blocks.pop() ?? '';
            for (const block of blocks) {
              const [, seq] =
                /^event: samples[\s\S]*^id: (\d+)/m.exec(block) ?? /^id: (\d+)/m.exec(block) ?? [];
              const began = sentAt.get(`${flightId} ${seq}`);
              if (counts && began !== undefined) onScreen.push(performance.now() - began);
            }
          });
        },
      ).on('error', () => {}),
    ),
  );
  const pids = started.map(({ pid }) => pid!);
  let before = { load: 0, server: 0, at: 0 };
  const flown = devices.map(async (device, i) => {
    // Spread over the half second, as airplanes are.
    await new Promise((go) => setTimeout(go, (i * 1000) / BATCHES_A_SECOND / devices.length));
    const began = performance.now();
    for (let seq = 1; seq <= (WARM_UP_S + MEASURED_S) * BATCHES_A_SECOND; seq++) {
      const due = began + (seq * 1000) / BATCHES_A_SECOND;
      await new Promise((go) => setTimeout(go, Math.max(0, due - performance.now())));
      await put(device, seq);
    }
  });
  setTimeout(() => {
    counts = true;
    before = {
      load: cpuSeconds(process.pid),
      server: pids.reduce((sum, pid) => sum + cpuSeconds(pid), 0),
      at: performance.now(),
    };
  }, WARM_UP_S * 1000);
  await Promise.all(flown);
  const wallS = (performance.now() - before.at) / 1000;
  const loadS = cpuSeconds(process.pid) - before.load;
  const serverS = pids.reduce((sum, pid) => sum + cpuSeconds(pid), 0) - before.server;
  for (const stream of streams) stream.destroy();
  agent.destroy();
  return {
    servers,
    acknowledgedMs: percentile(acknowledged, 0.95),
    screenMs: percentile(onScreen, 0.95),
    batches: acknowledged.length,
    loadShare: loadS / wallS / 2,
    serverShare: serverS / wallS / 2,
  };
}
