/** The server under load: a large school's lists, and how long its own thread is ever held while others work. */
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { hash } from '@node-rs/argon2';
import { Client } from 'pg';
import { prepare } from '../../server/src/db/prepare.ts';
import { freePort } from './free-port.mjs';
import { fillLargeSchool } from './large-school.ts';
import { startPostgres } from './postgres.mjs';
import { startDemo } from './start-demo.mjs';

const PASSWORD = 'a password of the benchmark';
const HERE = dirname(fileURLToPath(import.meta.url));
/** Requests a list, after some to warm up. */
const ROUNDS = 60;
const WARM_UP = 10;

interface LargeFigures {
  fillS: number;
  /** Ninety-fifth percentile of each list, ms. */
  lists: [string, number][];
  /** Largest resident memory of the server, MB. */
  peakMb: number;
  plans: [string, string][];
}

export const percentile = (values: number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

/** Largest resident memory of a process so far, MB. */
function peakMbOf({ pid }: ChildProcess): number {
  const [, kb] = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
  return Number(kb) / 1024;
}

async function until<T>(look: () => Promise<T | null>): Promise<T> {
  for (let tries = 0; tries < 600; tries++) {
    const seen = await look().catch(() => null);
    if (seen) return seen;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('it did not come to be in half a minute');
}

export async function cookieOf(url: string, email: string, password: string): Promise<string> {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ email, password }),
  });
  if (!answer.ok) throw new Error(`${email}: ${answer.status}`);
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

export async function largeSchoolBench(csv: string): Promise<LargeFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-large-'));
  chmodSync(folder, 0o755);
  const database = await startPostgres({ folder: join(folder, 'pg'), port: await freePort() });
  const port = await freePort();
  let server: ChildProcess | undefined;
  try {
    await prepare(database.url);
    const began = performance.now();
    const school = await fillLargeSchool(database.url, await hash(PASSWORD), csv);
    const fillS = (performance.now() - began) / 1000;
    server = spawn(process.execPath, ['server/dist/main.js'], {
      env: { ...process.env, DATABASE_URL: database.url, KEEL_PORT: String(port), KEEL_DEMO: '0' },
      stdio: 'ignore',
    });
    const url = `http://127.0.0.1:${port}`;
    await until(async () => ((await fetch(`${url}/api/health`)).ok ? true : null));
    const [chief, instructor, student] = await Promise.all([
      cookieOf(url, school.chief, PASSWORD),
      cookieOf(url, school.instructor, PASSWORD),
      cookieOf(url, school.student.email, PASSWORD),
    ]);
    const ask = async (cookie: string, path: string) => {
      const answer = await fetch(`${url}/api${path}`, { headers: { Cookie: cookie } });
      if (!answer.ok) console.error(`${path}: ${answer.status}`);
      return answer.text();
    };
    const deep = await deepCursor(
      (cursor) => ask(chief, `/lessons?limit=200&cursor=${cursor}`),
      () => ask(chief, '/lessons?limit=200'),
    );
    const lists: [string, string, string][] = [
      ['lessons, first page, chief', chief, '/lessons'],
      ['lessons, first page, instructor', instructor, '/lessons'],
      ['lessons, page 20, chief', chief, `/lessons?limit=200&cursor=${deep}`],
      ['lessons, searched', chief, '/lessons?search=person%20017'],
      ['lessons, by student', chief, '/lessons?sort=student&order=asc'],
      ['lessons to fly', chief, '/lessons?state=to-fly'],
      ['lessons flown', instructor, '/lessons?state=flown'],
      ['students', chief, '/students'],
      ['people', chief, '/people'],
      ['a student’s path', instructor, `/students/${school.student.id}/path`],
      ['students by skills, chief', chief, '/path'],
      ['students by skills, the weakest first', chief, '/path?sort=power-off-stall'],
      ['students by skills, instructor', instructor, '/path'],
      ['today, chief', chief, '/today'],
      ['today, instructor', instructor, '/today'],
      ['today, student', student, '/today'],
      ['the week, chief', chief, '/week'],
      ['a student’s logbook', instructor, `/students/${school.student.id}/logbook`],
      ['insight: who needs a call', chief, '/insight/calls'],
      ['insight: do we grade alike', chief, '/insight/grading'],
      ['insight: where students stick', chief, '/insight/sticks'],
      ['insight: what solo takes', chief, '/insight/solo'],
      ['insight: the airplanes', chief, '/insight/airplanes'],
      ['one’s own path, student', student, `/students/${school.student.id}/path`],
    ];
    const measured: [string, number][] = [];
    for (const [name, cookie, path] of lists) {
      const times: number[] = [];
      for (let round = 0; round < WARM_UP + ROUNDS; round++) {
        const asked = performance.now();
        await ask(cookie, path);
        if (round >= WARM_UP) times.push(performance.now() - asked);
      }
      measured.push([name, percentile(times, 0.95)]);
    }
    return { fillS, lists: measured, peakMb: peakMbOf(server), plans: await plansOf(database.url, school) };
  } finally {
    server?.kill('SIGTERM');
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function deepCursor(next: (cursor: string) => Promise<string>, first: () => Promise<string>) {
  let { next: cursor } = JSON.parse(await first());
  for (let page = 2; page < 20; page++) cursor = JSON.parse(await next(cursor)).next;
  return cursor as string;
}

/** How the database goes about the two that matter most. */
async function plansOf(
  ownerUrl: string,
  { schoolId, student }: { schoolId: string; student: { id: string } },
): Promise<[string, string][]> {
  const client = new Client({ connectionString: ownerUrl });
  await client.connect();
  const plan = async (sql: string, values: unknown[]) =>
    (await client.query(`EXPLAIN (ANALYZE, COSTS OFF, TIMING OFF, SUMMARY ON) ${sql}`, values)).rows
      .map((row) => row['QUERY PLAN'])
      .join('\n');
  const plans: [string, string][] = [
    [
      'lessons, a page',
      await plan(
        'SELECT id, title FROM lesson WHERE school_id = $1 AND (planned_at, id) < ($2, $3) ORDER BY planned_at DESC, id DESC LIMIT 51',
        [schoolId, '2023-01-01', '00000000-0000-0000-0000-000000000000'],
      ),
    ],
    [
      'a student’s attempts',
      await plan('SELECT data FROM attempt WHERE school_id = $1 AND student_id = $2 ORDER BY flown_at', [
        schoolId,
        student.id,
      ]),
    ],
  ];
  plans.push(
    [
      'students by skills',
      await plan(
        'SELECT student_id, skills FROM student_summary WHERE school_id = $1 AND student_id = ANY($2)',
        [schoolId, [student.id]],
      ),
    ],
    [
      'the week',
      await plan(
        'SELECT id FROM booking WHERE school_id = $1 AND cancelled IS NULL AND during && tstzrange(now(), now() + $2::interval)',
        [schoolId, '7 days'],
      ),
    ],
  );
  await client.end();
  return plans;
}

interface LoopFigures {
  /** Of `/api/health` meanwhile, ms. */
  medianMs: number;
  p99Ms: number;
  longestMs: number;
  asked: number;
  /** Until the last of it was done, s. */
  tookS: number;
}

/** Six kneeboards, three hours sent and ten scores at once; meanwhile the server is asked how it is. */
export async function eventLoopBench(threeHours: string): Promise<LoopFigures> {
  const data = mkdtempSync(join(tmpdir(), 'keel-bench-loop-'));
  chmodSync(data, 0o755);
  const demo = await startDemo({ data, port: await freePort(), pgPort: await freePort() });
  try {
    const cookie = await cookieOf(demo.url, 'maren@skelmere.example', 'chief-at-skelmere');
    const call = async (method: string, path: string, body?: FormData) => {
      const answer = await fetch(`${demo.url}/api${path}`, { method, headers: { Cookie: cookie }, body });
      const bytes = Buffer.from(await answer.arrayBuffer());
      if (!answer.ok) throw new Error(`${path}: ${answer.status} ${bytes}`);
      return bytes;
    };
    const { items } = JSON.parse(String(await call('GET', '/lessons?limit=200')));
    const flown = items.filter((lesson: { recordings: unknown[] }) => lesson.recordings.length > 0);
    const form = new FormData();
    form.set('file', new File([threeHours], 'three-hours.csv'));
    form.set('studentId', flown[0].student.id);
    form.set('airplaneId', flown[0].airplane.id);
    form.set('standardId', flown[0].standard.id);
    // Asked by a thread of its own: this one is held by the sending of three hours.
    const asking = new Worker(join(HERE, 'ask-health.mjs'), { workerData: demo.url });
    const began = performance.now();
    const work = [
      ...items.slice(0, 6).map(({ id }: { id: string }) => call('GET', `/lessons/${id}/kneeboard.pdf`)),
      ...flown
        .slice(0, 10)
        .map(({ recordings: [{ id }] }: { recordings: { id: string }[] }) =>
          call('POST', `/recordings/${id}/rescore`),
        ),
      call('POST', '/recordings', form),
    ];
    await Promise.all(work);
    const tookS = (performance.now() - began) / 1000;
    const told = once(asking, 'message');
    asking.postMessage('enough');
    const [times] = (await told) as [number[]];
    return {
      medianMs: percentile(times, 0.5),
      p99Ms: percentile(times, 0.99),
      longestMs: percentile(times, 1),
      asked: times.length,
      tookS,
    };
  } finally {
    await demo.stop();
    rmSync(data, { recursive: true, force: true });
  }
}
