/** Promises that a stop, a kill and a database that goes away must not break; each tried for real, on built servers. */
import { randomUUID } from 'node:crypto';
import { createServer, request as proxied } from 'node:http';
import { findAirplane, findStandard } from '@keel/core';
import { hash } from '@node-rs/argon2';
import type { DataSource } from 'typeorm';
import { connect } from '../src/db/database.ts';
import {
  AccountEntity,
  AirplaneEntity,
  SchoolEntity,
  StandardEntity,
  TeachingEntity,
} from '../src/db/entities.ts';
import { requestsUrl } from '../src/db/roles.ts';
import { type Guest, guestOf, type Program, startProgram } from './support/program.ts';
import { asOwner, flightCsv, freshDatabase, PASSWORD } from './support/school.ts';

let url: string;
let database: DataSource;
let studentId: string;
let running: Program[] = [];

const start = async (env?: Record<string, string>) => {
  const program = await startProgram(url, env);
  running.push(program);
  return program;
};

beforeAll(async () => {
  ({ url } = await freshDatabase());
  database = await connect(requestsUrl(url));
  const schoolId = randomUUID();
  const settings = { technique: {}, demonstrationFirst: false, fieldFt: 1180, areaGroundFt: 1900 };
  await database.getRepository(SchoolEntity).insert({ id: schoolId, name: 'Here', settings });
  const data = findAirplane('cairn-4') as object;
  await database.getRepository(AirplaneEntity).insert({ rowId: randomUUID(), schoolId, id: 'cairn-4', data });
  await database.getRepository(StandardEntity).insert({
    rowId: randomUUID(),
    schoolId,
    id: 'faa-private',
    version: 1,
    data: findStandard('faa-private')!,
  });
  const passwordHash = await hash(PASSWORD, { memoryCost: 1024, timeCost: 1 });
  const person = async (role: 'instructor' | 'student') => {
    const id = randomUUID();
    await database
      .getRepository(AccountEntity)
      .insert({ id, schoolId, email: `${role}@test.example`, name: role, role, passwordHash });
    return id;
  };
  const instructorId = await person('instructor');
  studentId = await person('student');
  await database.getRepository(TeachingEntity).insert({ schoolId, instructorId, studentId });
});
afterAll(() => database.destroy());
afterEach(async () => {
  for (const program of running) await program.end('SIGKILL');
  running = [];
});

const instructor = (at: Program) => guestOf('instructor@test.example', PASSWORD, at);

/** Uploads, and does not wait for scores. */
async function upload(guest: Guest, seeds: number[]): Promise<string[]> {
  const ids: string[] = [];
  for (const seed of seeds) ids.push((await (await guest.upload(flightCsv(seed), { studentId })).json()).id);
  return ids;
}

/** Scoring stands behind everything else that a machine does: one that is busy takes its time, and loses nothing. */
const PATIENCE_MS = 300_000;

/** Waits until every recording is scored, once; none may ever be called refused. */
async function scoredOnce(ids: string[]): Promise<void> {
  const until = Date.now() + PATIENCE_MS;
  for (;;) {
    const rows: { status: string; scores: number }[] = await database.query(
      `SELECT status, (SELECT count(*)::int FROM score WHERE recording_id = recording.id) AS scores
       FROM recording WHERE id = ANY($1)`,
      [ids],
    );
    expect(rows.map(({ status }) => status)).not.toContain('refused');
    if (rows.length === ids.length && rows.every(({ status }) => status === 'analysed')) {
      expect(rows.map(({ scores }) => scores)).toEqual(ids.map(() => 1));
      return;
    }
    if (Date.now() > until) throw new Error(`not scored: ${JSON.stringify(rows)}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Waits until some task of scoring is being worked on. */
async function inTheMiddle(): Promise<void> {
  for (let tries = 0; tries < 400; tries++) {
    const [{ n }] = await database.query(
      "SELECT count(*)::int AS n FROM task WHERE kind = 'score' AND state = 'running'",
    );
    if (n > 0) return;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  throw new Error('nothing was being scored');
}

test('of two servers on one database one is killed while it scores: every recording ends scored once', async () => {
  const [one, other] = [await start(), await start({ KEEL_WORKERS: '0' })];
  const asInstructor = await instructor(one);
  const ids = await upload(asInstructor(other), [201, 202, 203, 204]);
  await inTheMiddle();
  await one.end('SIGKILL');
  // The other leaves long work to others: a third takes it up.
  await start();
  await scoredOnce(ids);
  // What was begun at one server is followed at another.
  const { status } = await (await asInstructor(other).call('GET', `/recordings/${ids[0]}`)).json();
  expect(status).toBe('analysed');
});

test('a stop in mid-score puts the work back at once, and the next start takes it up', async () => {
  const one = await start();
  const ids = await upload((await instructor(one))(one), [211, 212, 213]);
  await inTheMiddle();
  await one.end('SIGTERM');
  const [{ n }] = await database.query("SELECT count(*)::int AS n FROM task WHERE state = 'running'");
  expect(n).toBe(0);
  await start();
  await scoredOnce(ids);
});

test('a database that goes away in mid-score loses nothing, and the servers go on by themselves', async () => {
  const one = await start();
  const asInstructor = await instructor(one);
  const ids = await upload(asInstructor(one), [221, 222]);
  await inTheMiddle();
  const owner = await asOwner({ ownerUrl: url });
  // Every connection but this one ends, as when a database is started again.
  await owner.query(
    'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
  );
  await owner.end();
  // The test's own ended as well: each is found out by the query that misses it.
  for (let i = 0; i < 20; i++) await database.query('SELECT 1').catch(() => undefined);
  await scoredOnce(ids);
  expect(one.child.exitCode).toBeNull();
  expect((await asInstructor(one).call('GET', '/me')).status).toBe(200);
});

test('of sixty wrong passwords tried at once at two servers, ten are looked at', async () => {
  const servers = [await start(), await start({ KEEL_WORKERS: '0' })];
  const statuses = await Promise.all(
    Array.from({ length: 60 }, async (_, i) => {
      const answer = await fetch(`${servers[i % 2].url}/api/session`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ email: 'student@test.example', password: `wrong ${i}` }),
      });
      if (answer.status === 429) expect(Number(answer.headers.get('Retry-After'))).toBeGreaterThan(600);
      return answer.status;
    }),
  );
  expect(statuses.filter((status) => status === 401)).toHaveLength(10);
  expect(statuses.filter((status) => status === 429)).toHaveLength(50);
});

test('no score, no password and no address of a person stands in the log', async () => {
  const one = await start({ KEEL_LOG: 'trace' });
  const guest = (await instructor(one))(one);
  const [id] = await upload(guest, [231]);
  await scoredOnce([id]);
  await guest.call('GET', `/recordings/${id}`);
  await guest.call('POST', `/recordings/${id}/statements`, { id: 'no uuid', body: {} });
  const printed = one.output();
  expect(printed).toContain('/api/recordings/:id');
  for (const secret of [PASSWORD, 'instructor@test.example', id, 'toleranceUsed', 'argon2'])
    expect(printed).not.toContain(secret);
});

test('behind a proxy two servers are one: signed in at either, a flight sent to one and followed at the other', async () => {
  const env = { KEEL_URL: 'https://keel.example', KEEL_PROXY: '127.0.0.1' };
  const servers = [await start(env), await start({ ...env, KEEL_WORKERS: '0' })];
  let turn = 0;
  const proxy = createServer((request, response) => {
    // Each request to the other one; who asks is what a real proxy would have seen.
    const { port } = new URL(servers[turn++ % 2].url);
    const headers = { ...request.headers, 'x-forwarded-for': String(request.headers['x-test-from']) };
    const passed = proxied({ port, path: request.url, method: request.method, headers }, (answer) => {
      response.writeHead(answer.statusCode ?? 502, answer.headers);
      answer.pipe(response);
    });
    request.pipe(passed);
  });
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
  const { port } = proxy.address() as { port: number };
  const through = (path: string, init: RequestInit, from: string) =>
    fetch(`http://127.0.0.1:${port}/api${path}`, {
      ...init,
      headers: { Origin: 'https://keel.example', 'X-Test-From': from, ...init.headers },
    });
  const signIn = (email: string, password: string, from: string) =>
    through(
      '/session',
      {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ email, password }),
      },
      from,
    );
  try {
    const answer = await signIn('instructor@test.example', PASSWORD, '198.51.100.1');
    expect([answer.status, answer.headers.get('Set-Cookie')]).toEqual([200, expect.stringMatching(/Secure/)]);
    const Cookie = answer.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
    const form = new FormData();
    form.set('file', new File([flightCsv(241)], 'flight.csv'));
    for (const [name, value] of Object.entries({
      studentId,
      airplaneId: 'cairn-4',
      standardId: 'faa-private',
    }))
      form.set(name, value);
    const sent = await through(
      '/recordings',
      { method: 'POST', headers: { Cookie }, body: form },
      '198.51.100.1',
    );
    const { id } = await sent.json();
    await scoredOnce([id]);
    const followed = await through(`/recordings/${id}`, { headers: { Cookie } }, '198.51.100.1');
    expect((await followed.json()).status).toBe('analysed');
    // Of another site nothing is taken, whatever the proxy says.
    const foreign = await through(
      '/session',
      { method: 'DELETE', headers: { Cookie, Origin: 'https://evil.example' } },
      '198.51.100.1',
    );
    expect(foreign.status).toBe(403);
    // Tries are counted for who is behind the proxy, at both servers together.
    const tries = await Promise.all(
      Array.from({ length: 14 }, () => signIn('nobody@test.example', 'wrong words', '198.51.100.2')),
    );
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(10);
    expect((await signIn('nobody@test.example', 'wrong words', '198.51.100.3')).status).toBe(401);
  } finally {
    proxy.close();
    proxy.closeAllConnections();
  }
});
