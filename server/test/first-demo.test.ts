/**
 * A database of the first version, as its demo left it (three of its flights, by pg_dump), brought up to date: everybody comes
 * in, every old score is shown as it was, and can be worked out anew.
 */
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { recordingSchema } from '@keel/core';
import { Client } from 'pg';
import { prepare } from '../src/db/prepare.ts';
import { makeApp } from '../src/http/app.ts';
import { analysed, openOn, signedIn, type TestPerson } from './support/school.ts';
import { emptyDatabase, run } from './support/scripts.ts';

const DUMP = join(import.meta.dirname, 'fixtures/first-demo.dump');
let open: Awaited<ReturnType<typeof openOn>>;
let chief: TestPerson;
let before: { id: string; sha256: string; core: string; attempts: number; said: number }[];
let app: ReturnType<typeof makeApp>;

beforeAll(async () => {
  const url = await emptyDatabase('first_demo');
  expect(run('restore', url, DUMP)).toMatchObject({ code: 0 });
  const client = new Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(
    `SELECT recording.id, sha256, core, jsonb_array_length(score->'attempts') AS attempts,
       (SELECT count(*)::int FROM said WHERE said.recording_id = recording.id) AS said
     FROM recording JOIN score ON score.recording_id = recording.id ORDER BY recording.id`,
  );
  before = rows;
  await client.end();
  await prepare(url);
  open = await openOn(url);
  app = makeApp(open);
  chief = await signedIn(app, '', 'maren@skelmere.example', 'chief-at-skelmere');
});
afterAll(async () => {
  await open.tasks.close();
  await open.database.destroy();
});

test('is the first version’s', () => {
  expect(before.length).toBe(3);
  expect(before.every(({ core, attempts }) => /^0\.[12]\./.test(core) && attempts > 0)).toBe(true);
  expect(before.reduce((sum, { said }) => sum + said, 0)).toBeGreaterThan(0);
});

test.each([
  ['instructor', 'idris@skelmere.example', 'instructor-at-skelmere'],
  ['student', 'nell@skelmere.example', 'student-at-skelmere'],
])('the %s comes in by the old password and sees lessons, path and day', async (_, email, password) => {
  const person = await signedIn(app, '', email, password);
  const lessons = await (await person.call('GET', '/lessons')).json();
  expect(lessons.items.length).toBeGreaterThan(0);
  const me = await (await person.call('GET', '/me')).json();
  expect(me.settings).toEqual({});
  const [student] = lessons.items.map((lesson: { student: { id: string } }) => lesson.student.id);
  for (const path of ['/today', '/week', `/students/${student}/path`, `/students/${student}/logbook`])
    expect([path, (await person.call('GET', path)).status]).toEqual([path, 200]);
});

test('each old score is shown as it was worked out, and its file is the same to the byte', async () => {
  for (const { id, sha256, core, attempts, said } of before) {
    const recording = recordingSchema.parse(await (await chief.call('GET', `/recordings/${id}`)).json());
    expect([recording.score?.core, recording.score?.attempts.length]).toEqual([core, attempts]);
    expect(recording.statements).toHaveLength(said);
    expect((await chief.call('GET', `/recordings/${id}/attempts/0/keel`)).status).toBe(200);
    const file = Buffer.from(await (await chief.call('GET', `/recordings/${id}/file`)).arrayBuffer());
    expect(createHash('sha256').update(file).digest('hex')).toBe(sha256);
  }
});

test('and can be worked out anew: by today’s core, with what was said of it still there', async () => {
  const [{ id, core, said }] = before;
  expect((await chief.call('PATCH', `/recordings/${id}`, { weightLb: 2222 })).status).toBe(200);
  // The old score stands until the new one does.
  let recording = await analysed(chief, id);
  while (recording.score!.core === core) {
    await new Promise((resolve) => setTimeout(resolve, 50));
    recording = await analysed(chief, id);
  }
  expect(recording.score!.attempts.length).toBeGreaterThan(0);
  expect(recording.statements).toHaveLength(said);
});
