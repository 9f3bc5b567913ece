/** A flight as a device sends it: kept once and in order, whatever is repeated, lost or sent too early; then a recording like any other. */
import { createHash, randomUUID } from 'node:crypto';
import { makeApp } from '../src/http/app.ts';
import { closeSilent } from '../src/live/flight.ts';
import { upkeep } from '../src/tasks/upkeep.ts';
import {
  analysed,
  asOwner,
  flightCsv,
  lessonInput,
  openSchool,
  type TestPerson,
  type TestSchool,
} from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

type App = TestSchool['app'];
interface TestDevice {
  id: string;
  put(flight: string, seq: number, body: string, app?: App): Promise<Response>;
  ask(method: string, path: string): Promise<Response>;
}

/** Reaches the application as a program does, with a key and no cookie. */
async function deviceOf(airplaneId: string): Promise<TestDevice> {
  const { id, key } = await (await school.chief.call('POST', '/devices', { name: 'Box', airplaneId })).json();
  const headers = { Authorization: `Bearer ${key}`, 'Keel-Clock-Ms': String(Date.now() - 3000) };
  return {
    id,
    put: async (flight, seq, body, app = school.app) => {
      for (;;) {
        const answer = await app.request(`/api/feed/${flight}/${seq}`, {
          method: 'PUT',
          body,
          headers: { ...headers, 'Content-Type': 'text/csv' },
        });
        // A test is faster than a device: it waits as it is told.
        if (answer.status !== 429 || answer.headers.get('Retry-After') === null) return answer;
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
    },
    ask: async (method, path) => school.app.request(`/api/feed/${path}`, { method, headers }),
  };
}

const flight = flightCsv(501)
  .split('\n')
  .filter((line) => line && !line.startsWith('#'));
const [HEADER, ...ROWS] = flight;
const FILE = `${HEADER}\n${ROWS.join('\n')}\n`;
/** In so many batches, each with its header. */
const batches = (count: number): string[] => {
  const each = Math.ceil(ROWS.length / count);
  return Array.from(
    { length: count },
    (_, i) => `${HEADER}\n${ROWS.slice(i * each, (i + 1) * each).join('\n')}\n`,
  );
};
const problem = async (answer: Response) => [answer.status, await answer.json()] as const;
const fileOf = async (who: TestPerson, id: string) =>
  (await who.call('GET', `/recordings/${id}/file`)).text();

test('repeats, tries too early, and two servers: the rows are exact and the score equals the upload’s', async () => {
  const { instructor, student } = school;
  const lesson = await (
    await instructor.call('POST', '/lessons', {
      ...lessonInput(student.id),
      plannedAt: new Date().toISOString(),
    })
  ).json();
  const [one, id] = [await deviceOf('cairn-4'), randomUUID()];
  const parts = batches(8);
  expect(await problem(await one.put(id, 3, parts[3]))).toEqual([409, expect.objectContaining({ next: 0 })]);
  expect(await (await one.put(id, 0, parts[0])).json()).toMatchObject({
    acknowledged: 0,
    next: 1,
    serverMs: expect.any(Number),
  });
  // The very same again, twice at once.
  const again = await Promise.all([one.put(id, 0, parts[0]), one.put(id, 0, parts[0])]);
  expect(again.map(({ status }) => status)).toEqual([200, 200]);
  expect(await problem(await one.put(id, 0, parts[1]))).toEqual([409, expect.objectContaining({ next: 1 })]);
  expect(await problem(await one.put(id, 5, parts[5]))).toEqual([
    409,
    expect.objectContaining({ next: 1, status: 409 }),
  ]);
  // Another server on the same database goes on where the first left off.
  const other = makeApp({ database: school.database, tasks: school.tasks });
  for (const [seq, part] of parts.entries())
    expect((await one.put(id, seq, part, seq % 2 ? other : school.app)).status).toBe(200);
  expect(await (await one.ask('GET', id)).json()).toEqual({ next: 8 });
  const [first, second] = await Promise.all([one.ask('POST', `${id}/end`), one.ask('POST', `${id}/end`)]);
  const { recordingId } = await first.json();
  expect(await second.json()).toEqual({ recordingId });
  expect(await (await one.ask('POST', `${id}/end`)).json()).toEqual({ recordingId });
  const recording = await analysed(instructor, recordingId);
  expect(recording).toMatchObject({ lessonId: lesson.id, studentId: student.id });
  expect(await fileOf(instructor, recordingId)).toBe(FILE);
  const upload = await instructor.upload(FILE, { studentId: school.classmate.id });
  const sent = await analysed(instructor, (await upload.json()).id);
  expect(sent.sha256).toBe(createHash('sha256').update(FILE).digest('hex'));
  const { attempts } = sent.score;
  expect(recording.score.attempts.length).toBe(attempts.length);
  // An ended flight takes nothing more.
  expect((await one.put(id, 8, parts[7])).status).toBe(409);
  expect((await one.put(id, 7, parts[7])).status).toBe(200);

  // Later its rows are the file's alone; what is sent again is told by its hash, and who watches late is told how it ended.
  const owner = await asOwner(school);
  await owner.query("UPDATE live_flight SET ended_at = now() - interval '1 hour' WHERE id = $1", [id]);
  await upkeep(school.database);
  const { rows: left } = await owner.query(
    'SELECT count(rows)::int AS rows, count(*)::int AS batches FROM live_batch WHERE flight_id = $1',
    [id],
  );
  await owner.end();
  expect(left).toEqual([{ rows: 0, batches: 8 }]);
  expect((await one.put(id, 7, parts[7])).status).toBe(200);
  expect((await one.put(id, 7, parts[6])).status).toBe(409);
  const late = await (await instructor.call('GET', `/live/${id}/events`)).text();
  expect(late).toContain(recordingId);
  expect(await fileOf(instructor, recordingId)).toBe(FILE);
});

test('other columns, time that goes back, and nonsense are refused, and what was kept stays', async () => {
  const [device, id] = [await deviceOf('gimmer-2'), randomUUID()];
  const [first, second] = batches(8);
  await device.put(id, 0, first);
  const other = second.replace(HEADER, HEADER.replace('pitch_deg', 'map_inhg'));
  for (const [body, why] of [
    [other, /Other columns/],
    [first, /Time goes back/],
    ['x'.repeat(1000), /./],
    [HEADER, /at least one row/],
    ['\u0000\u0001', /./],
  ] as const)
    expect(await problem(await device.put(id, 1, body))).toEqual([
      422,
      expect.objectContaining({ detail: expect.stringMatching(why) }),
    ]);
  expect((await device.put(id, 1, 'a'.repeat(1024 * 1024 + 1))).status).toBe(413);
  expect((await device.put(id, 1, second)).status).toBe(200);
  // One open flight a device.
  expect((await device.put(randomUUID(), 0, first)).status).toBe(429);
});

test('a key opens its own airplane’s flights alone, and nothing once it is revoked; a cookie opens no feed', async () => {
  const [device, stranger, id] = [await deviceOf('cairn-4'), await deviceOf('gimmer-2'), randomUUID()];
  await device.put(id, 0, batches(8)[0]);
  expect((await stranger.ask('GET', id)).status).toBe(404);
  expect((await stranger.put(id, 1, batches(8)[1])).status).toBe(404);
  expect((await school.chief.call('GET', `/feed/${id}`)).status).toBe(401);
  expect((await school.chief.call('DELETE', `/devices/${device.id}`)).status).toBe(204);
  expect((await device.put(id, 1, batches(8)[1])).status).toBe(401);
  const owner = await asOwner(school);
  const { rows } = await owner.query('SELECT key_hash FROM device WHERE id = $1', [device.id]);
  await owner.end();
  expect(rows[0].key_hash).toMatch(/^[0-9a-f]{64}$/);
});

test('watched as it comes, resumed without hole or double, and only by who may', async () => {
  const [device, id] = [await deviceOf('cairn-4'), randomUUID()];
  const parts = batches(6);
  await device.put(id, 0, parts[0]);
  expect(
    (await (await school.chief.call('GET', '/live')).json()).map((one: { id: string }) => one.id),
  ).toContain(id);
  for (const nobody of [school.otherInstructor, school.classmate, school.stranger])
    expect((await nobody.call('GET', `/live/${id}/events`)).status).toBe(404);
  const rows: number[] = [];
  const seen: string[] = [];
  /** Reads a stream until so many events have come, as a watcher whose connection then breaks. */
  const watch = async (events: number, last?: string) => {
    const answer = await school.chief.call(
      'GET',
      `/live/${id}/events`,
      undefined,
      last ? { 'Last-Event-ID': last } : undefined,
    );
    const reader = answer.body!.getReader();
    let text = '';
    while ((text.match(/\n\n/g) ?? []).length < events) {
      const { value, done } = await reader.read();
      if (done) break;
      text += new TextDecoder().decode(value);
    }
    await reader.cancel();
    for (const block of text.split('\n\n').filter(Boolean).slice(0, events)) {
      const field = (name: string) =>
        block
          .split('\n')
          .find((line) => line.startsWith(`${name}: `))
          ?.slice(name.length + 2);
      seen.push(field('event') ?? '');
      if (field('event') === 'samples') rows.push(...JSON.parse(field('data') ?? '').columns.time_s);
    }
    return text;
  };
  await watch(1);
  const rest = watch(3, '0');
  for (const [seq, part] of parts.entries()) if (seq > 0 && seq < 4) await device.put(id, seq, part);
  await rest;
  const end = watch(3, '3');
  for (const seq of [4, 5]) await device.put(id, seq, parts[seq]);
  await device.ask('POST', `${id}/end`);
  await end;
  expect(seen).toEqual([...Array(6).fill('samples'), 'end']);
  expect(rows).toEqual(ROWS.map((row) => Number(row.split(',')[0])));
});

test('a flight that matches no lesson is nobody’s until it is given to someone; one that falls silent ends by itself', async () => {
  const [device, id] = [await deviceOf('gimmer-2'), randomUUID()];
  for (const [seq, part] of batches(4).entries()) await device.put(id, seq, part);
  await closeSilent({ database: school.database, tasks: school.tasks });
  expect(
    (await (await school.chief.call('GET', '/live')).json()).map((one: { id: string }) => one.id),
  ).toContain(id);
  await closeSilent({ database: school.database, tasks: school.tasks }, new Date(Date.now() + 3_700_000));
  const { recordingId } = await (await device.ask('POST', `${id}/end`)).json();
  const recording = await analysed(school.chief, recordingId);
  expect(recording).toMatchObject({ studentId: null, status: 'analysed' });
  expect((await school.instructor.call('GET', `/recordings/${recordingId}`)).status).toBe(404);
  const given = await school.chief.call('PATCH', `/recordings/${recordingId}`, {
    studentId: school.student.id,
  });
  expect(given.status).toBe(200);
  expect((await analysed(school.instructor, recordingId)).studentId).toBe(school.student.id);
});
