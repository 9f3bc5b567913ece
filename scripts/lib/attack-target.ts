/** A server of its own to be attacked: a school with a chief, two instructors and a student, and how it fares meanwhile. */
import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { findAirplane } from '@keel/core';
import { freePort } from './free-port.mjs';
import { startPostgres } from './postgres.mjs';

const PASSWORD = 'four words in a row';
const POLL_MS = 20;

export interface Person {
  id: string;
  cookie: string;
  call(method: string, path: string, body?: unknown): Promise<Response>;
  send(path: string, file: File, fields?: Record<string, string>): Promise<Response>;
}

export interface Target {
  /** Whether speed and memory are held to their goals: a machine that does other things as well tells nothing of them. */
  timed: boolean;
  url: string;
  port: number;
  chief: Person;
  instructor: Person;
  other: Person;
  student: Person;
  lessonId: string;
  airplaneId: string;
  standardId: string;
  /** A key of a device of the airplane. */
  newKey(): Promise<string>;
  residentMb(): number;
  stop(): Promise<void>;
}

/** What somebody else, who asks for nothing much, is kept waiting, ms. */
export interface Others {
  medianMs: number;
  longestMs: number;
}

/** In a thread of its own: who attacks has no time to look at the clock. */
const ASKING = `
  const { workerData: { url, pollMs }, parentPort } = require('node:worker_threads');
  const waits = [];
  let over = false;
  parentPort.once('message', () => { over = true; });
  (async () => {
    while (!over) {
      const began = performance.now();
      await fetch(url).then((answer) => answer.arrayBuffer());
      waits.push(performance.now() - began);
      await new Promise((resolve) => setTimeout(resolve, pollMs));
    }
    parentPort.postMessage(waits);
  })();
`;

/** Asks every few milliseconds how the server is, while something is done to it, and a second longer. */
export async function meanwhile<T>({ url }: Target, work: () => Promise<T>): Promise<[T, Others]> {
  const workerData = { url: `${url}/api/health`, pollMs: POLL_MS };
  const asking = new Worker(ASKING, { eval: true, workerData });
  const told = new Promise<number[]>((resolve, reject) => {
    asking.once('message', resolve);
    asking.once('error', reject);
  });
  const result = await work();
  await new Promise((resolve) => setTimeout(resolve, 1000));
  asking.postMessage('over');
  const waits = (await told).sort((a, b) => a - b);
  await asking.terminate();
  return [result, { medianMs: waits[Math.floor(waits.length / 2)], longestMs: waits[waits.length - 1] }];
}

/** Sends a body that does not say how long it is, until the server answers. @returns its status, and what it took */
export function pour(
  { port }: Target,
  {
    path,
    headers,
    piece,
    most,
  }: { path: string; headers: Record<string, string>; piece: Buffer; most: number },
): Promise<{ status: number; sent: number }> {
  return new Promise((resolve) => {
    let sent = 0;
    const sending = request({ port, host: '127.0.0.1', path, method: 'POST', headers }, (answer) => {
      answer.resume();
      resolve({ status: answer.statusCode ?? 0, sent });
      sending.destroy();
    });
    // The server hangs up on who goes on: its answer may have been lost on the way.
    sending.on('error', () => resolve({ status: 413, sent }));
    const more = () => {
      while (!sending.destroyed && sent < most) {
        sent += piece.length;
        if (!sending.write(piece)) return void sending.once('drain', more);
      }
      sending.end();
    };
    more();
  });
}

export async function openTarget({ timed = true } = {}): Promise<Target> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-attack-'));
  chmodSync(folder, 0o755);
  const database = await startPostgres({ folder: join(folder, 'pg'), port: await freePort() });
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  let printed = '';
  const server = spawn(process.execPath, ['server/dist/main.js'], {
    env: { ...process.env, DATABASE_URL: database.url, KEEL_PORT: String(port), KEEL_DEMO: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  server.stdout.on('data', (data) => {
    printed += data;
  });
  const token = await until(() => /\/setup\/(\S+)/.exec(printed)?.[1]);
  const stop = async () => {
    await ended(server);
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  };
  const post = (path: string, json: object, cookie = '') =>
    fetch(`${url}/api${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Cookie: cookie },
      body: JSON.stringify(json),
    });
  const entered = async (answer: Response): Promise<Person> => {
    if (!answer.ok) throw new Error(`${answer.url}: ${answer.status} ${await answer.text()}`);
    const cookie = answer.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
    return personOf(url, cookie, (await answer.json()).id);
  };
  const school = { school: 'Attacked', zone: 'Europe/London', fieldFt: 1180, areaGroundFt: 1900 };
  const chief = await entered(
    await post('/setup', {
      token,
      ...school,
      name: 'Chief',
      email: 'chief@attack.example',
      password: PASSWORD,
    }),
  );
  const invited = async (name: string, role: string, more: object = {}) => {
    const made = await chief.call('POST', '/people/invitations', {
      name,
      email: `${name}@attack.example`,
      role,
      ...more,
    });
    const { url: link } = await made.json();
    return entered(await post(`/invitations/${link.split('/').pop()}`, { password: PASSWORD }));
  };
  const instructor = await invited('instructor', 'instructor');
  const other = await invited('other', 'instructor');
  const student = await invited('student', 'student', { taughtBy: [instructor.id, other.id] });
  const [airplaneId, standardId] = ['cairn-4', 'faa-private'];
  await chief.call('POST', '/airplanes', findAirplane(airplaneId));
  const lesson = await instructor.call('POST', '/lessons', {
    studentId: student.id,
    airplaneId,
    standardId,
    title: 'Steep turns',
    plannedAt: new Date().toISOString(),
    conditions: { weightLb: 2240, groundFt: 1900, headingDeg: 360, oatC: 5, qnhHpa: 1013 },
  });
  const { id: lessonId } = await lesson.json();
  return {
    timed,
    url,
    port,
    chief,
    instructor,
    other,
    student,
    lessonId,
    airplaneId,
    standardId,
    newKey: async () =>
      (await (await chief.call('POST', '/devices', { name: 'Box', airplaneId })).json()).key,
    residentMb: () =>
      Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]) / 1024,
    stop,
  };
}

function personOf(url: string, cookie: string, id: string): Person {
  return {
    id,
    cookie,
    call: (method, path, body) =>
      fetch(`${url}/api${path}`, {
        method,
        headers: { Cookie: cookie, ...(body !== undefined && { 'Content-Type': 'application/json' }) },
        ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      }),
    send: (path, file, fields = {}) => {
      const form = new FormData();
      form.set('file', file);
      for (const [key, value] of Object.entries(fields)) form.set(key, value);
      return fetch(`${url}/api${path}`, { method: 'POST', headers: { Cookie: cookie }, body: form });
    },
  };
}

async function ended(child: ChildProcess): Promise<void> {
  const end = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  if (child.exitCode === null && child.signalCode === null) {
    child.kill('SIGTERM');
    await Promise.race([end, new Promise((resolve) => setTimeout(resolve, 10_000))]);
    child.kill('SIGKILL');
  }
}

async function until<T>(look: () => T | undefined): Promise<T> {
  for (let tries = 0; tries < 600; tries++) {
    const found = look();
    if (found !== undefined) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server did not come up in a minute');
}
