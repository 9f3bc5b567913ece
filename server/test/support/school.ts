/** A fresh database with two schools, an application on it, and people signed in: what every server test begins with. */
import { randomUUID } from 'node:crypto';
import {
  demonstrationLegs,
  findAirplane,
  findStandard,
  flyLesson,
  targetCard,
  writeRecordingCsv,
} from '@keel/core';
import { hash } from '@node-rs/argon2';
import { Client } from 'pg';
import type { DataSource } from 'typeorm';
import { connect } from '../../src/db/database.ts';
import {
  AccountEntity,
  AirplaneEntity,
  SchoolEntity,
  StandardEntity,
  TeachingEntity,
} from '../../src/db/entities.ts';
import { alone, prepare } from '../../src/db/prepare.ts';
import { requestsUrl } from '../../src/db/roles.ts';
import { makeApp } from '../../src/http/app.ts';
import type { Tasks, Threads } from '../../src/tasks/service.ts';
import { startTasks } from '../../src/tasks/tasks.ts';
import { inlineThreads } from '../../src/tasks/threads.ts';
import { refuseSecondConnections } from './one-connection.ts';

export const PASSWORD = 'a password of the tests';

export interface TestPerson {
  id: string;
  email: string;
  /** Calls the API as this person; `body` is sent as JSON. */
  call(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Response>;
  /** Uploads a recording with the usual airplane and standard. */
  upload(file: string, fields: Record<string, string>, name?: string): Promise<Response>;
  /** Posts text as it stands, of a type of its own. */
  post(path: string, body: string, contentType: string): Promise<Response>;
  /** Sends a file alone. */
  send(path: string, file: File): Promise<Response>;
}

export interface TestSchool {
  database: DataSource;
  tasks: Tasks;
  /** As the owner of the tables. */
  ownerUrl: string;
  app: ReturnType<typeof makeApp>;
  chief: TestPerson;
  instructor: TestPerson;
  otherInstructor: TestPerson;
  /** The instructor's students. */
  student: TestPerson;
  classmate: TestPerson;
  /** Chief of another school. */
  stranger: TestPerson;
  nobody: Pick<TestPerson, 'call'>;
  close(): Promise<void>;
}

/** A copy of a database with all tables and nothing in them, which the first to come here makes. */
export async function freshDatabase(): Promise<{ url: string; name: string }> {
  const url = process.env.KEEL_TEST_DATABASE_URL;
  if (!url) throw new Error('the tests’ PostgreSQL was not started');
  const named = (name: string) => url.replace(/\/postgres$/, `/${name}`);
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await alone(url, async () => {
    const admin = new Client({ connectionString: url });
    await admin.connect();
    try {
      const { rowCount } = await admin.query('SELECT FROM pg_database WHERE datname = $1', [TEMPLATE]);
      if (!rowCount) {
        await admin.query(`CREATE DATABASE ${TEMPLATE}`);
        await prepare(named(TEMPLATE));
      }
      await admin.query(`CREATE DATABASE ${name} TEMPLATE ${TEMPLATE}`);
    } finally {
      await admin.end();
    }
  });
  return { url: named(name), name };
}
const TEMPLATE = 'keel_template';

/** A database of one's own with nothing in it, and workers at it. */
export async function openFresh(threads: (database: DataSource) => Threads = inlineThreads) {
  const { url } = await freshDatabase();
  return openOn(url, threads);
}

/** A database that is there already, with workers at it. @param url as the owner of its tables. */
export async function openOn(url: string, threads: (database: DataSource) => Threads = inlineThreads) {
  const database = await connect(requestsUrl(url));
  refuseSecondConnections(database);
  const tasks = await startTasks({
    database,
    url: requestsUrl(url),
    threads: threads(database),
    complain: (message, error) => console.error(message, error),
  });
  return { url, database, tasks };
}

/** A connection as the owner of the tables, who may do what no request may. */
export async function asOwner({ ownerUrl }: { ownerUrl: string }): Promise<Client> {
  const owner = new Client({ connectionString: ownerUrl });
  await owner.connect();
  return owner;
}

export async function openSchool(threads?: (database: DataSource) => Threads): Promise<TestSchool> {
  const { database, tasks, url } = await openFresh(threads);
  const app = makeApp({ database, tasks });
  const passwordHash = await hash(PASSWORD, { memoryCost: 1024, timeCost: 1 });

  const makeSchool = async (name: string) => {
    const id = randomUUID();
    const settings = {
      technique: { clearingWhen: 'once' as const },
      demonstrationFirst: false,
      fieldFt: 1180,
      areaGroundFt: 1900,
    };
    await database.getRepository(SchoolEntity).insert({ id, name, settings });
    for (const airplane of ['cairn-4', 'gimmer-2']) {
      const data = findAirplane(airplane) as object;
      await database
        .getRepository(AirplaneEntity)
        .insert({ rowId: randomUUID(), schoolId: id, id: airplane, data });
    }
    for (const standard of ['faa-private', 'school-pre-solo']) {
      const data = findStandard(standard)!;
      await database
        .getRepository(StandardEntity)
        .insert({ rowId: randomUUID(), schoolId: id, id: standard, version: 1, data });
    }
    return id;
  };
  const person = async (schoolId: string, key: string, role: 'student' | 'instructor' | 'chief') => {
    const id = randomUUID();
    const email = `${key}@test.example`;
    await database
      .getRepository(AccountEntity)
      .insert({ id, schoolId, email, name: key, role, passwordHash });
    return signedIn(app, id, email);
  };
  const here = await makeSchool('Here');
  const there = await makeSchool('There');
  const chief = await person(here, 'chief', 'chief');
  const instructor = await person(here, 'instructor', 'instructor');
  const otherInstructor = await person(here, 'other-instructor', 'instructor');
  const student = await person(here, 'student', 'student');
  const classmate = await person(here, 'classmate', 'student');
  const stranger = await person(there, 'stranger', 'chief');
  for (const { id } of [student, classmate]) {
    await database
      .getRepository(TeachingEntity)
      .insert({ schoolId: here, instructorId: instructor.id, studentId: id });
  }
  return {
    database,
    tasks,
    ownerUrl: url,
    app,
    chief,
    instructor,
    otherInstructor,
    student,
    classmate,
    stranger,
    nobody: { call: (method, path, body) => request(app, '', method, path, body) },
    close: async () => {
      await tasks.close();
      await database.destroy();
    },
  };
}

async function request(
  app: TestSchool['app'],
  cookie: string,
  method: string,
  path: string,
  body?: unknown,
  headers?: Record<string, string>,
) {
  return app.request(`/api${path}`, {
    method,
    headers: {
      ...(cookie && { Cookie: cookie }),
      ...(body !== undefined && { 'Content-Type': 'application/json' }),
      ...headers,
    },
    // Bytes go as they are.
    ...(body !== undefined && {
      body: body instanceof Uint8Array ? new Uint8Array(body) : JSON.stringify(body),
    }),
  });
}

export async function signedIn(
  app: TestSchool['app'],
  id: string,
  email: string,
  password: string = PASSWORD,
): Promise<TestPerson> {
  const answer = await request(app, '', 'POST', '/session', { email, password });
  const cookie = answer.headers.get('Set-Cookie')?.split(';')[0];
  if (!cookie) throw new Error(`${email} could not sign in: ${answer.status}`);
  return {
    id,
    email,
    call: (method, path, body, headers) => request(app, cookie, method, path, body, headers),
    post: async (path, body, contentType) =>
      app.request(`/api${path}`, {
        method: 'POST',
        headers: { Cookie: cookie, 'Content-Type': contentType },
        body,
      }),
    send: async (path, file) => {
      const form = new FormData();
      form.set('file', file);
      return app.request(`/api${path}`, { method: 'POST', headers: { Cookie: cookie }, body: form });
    },
    upload: async (file, fields, name = 'flight.csv') => {
      const form = new FormData();
      form.set('file', new File([file], name));
      const all = { airplaneId: 'cairn-4', standardId: 'faa-private', ...fields };
      for (const [key, value] of Object.entries(all)) form.set(key, value);
      return app.request('/api/recordings', { method: 'POST', headers: { Cookie: cookie }, body: form });
    },
  };
}

/** Flown on until there is enough: the same rows, later. */
export function flownOn(seed: number, count: number): { header: string; rows: string[] } {
  const [header = '', ...all] = flightCsv(seed)
    .split('\n')
    .filter((line) => line && !line.startsWith('#'));
  const lastS = Number(all.at(-1)!.split(',')[0]) + 0.2;
  const rows = Array.from({ length: Math.ceil(count / all.length) }, (_, k) =>
    all.map((row) => {
      const [timeS, ...cells] = row.split(',');
      return [(Number(timeS) + k * lastS).toFixed(1), ...cells].join(',');
    }),
  );
  return { header, rows: rows.flat().slice(0, count) };
}

/** A steep-turn pair, the first with an overbank unless another habit (or `none`) is named, as a file. */
export function flightCsv(seed = 1, habit = 'steep-turn/overbank'): string {
  const airplane = findAirplane('cairn-4')!;
  const card = targetCard({ airplane, standard: findStandard('faa-private')!, maneuver: 'steep-turn' });
  const { recording } = flyLesson({
    airplane,
    weightLb: card.weightLb,
    legs: demonstrationLegs(card, { habit }),
    groundFt: 0,
    seed,
    recorder: { rateHz: 5 },
  });
  // What a simple recorder knows: no airplane, no weight.
  return writeRecordingCsv({ ...recording, header: {} });
}

/** Asks until the recording is analysed. */
export async function analysed(person: Pick<TestPerson, 'call'>, id: string) {
  for (let tries = 0; tries < 200; tries++) {
    const recording = await (await person.call('GET', `/recordings/${id}`)).json();
    if (recording.status !== 'analysing') return recording;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error('the analysis did not end');
}

/** A lesson as the interface sends it. */
export const lessonInput = (studentId: string) => ({
  studentId,
  airplaneId: 'cairn-4',
  standardId: 'faa-private',
  title: 'Steep turns',
  plannedAt: '2026-11-20T09:30:00Z',
  conditions: { weightLb: 2240, groundFt: 1900, headingDeg: 360, oatC: 5, qnhHpa: 1013 },
});
