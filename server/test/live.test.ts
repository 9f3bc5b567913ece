/** A flight as it is watched: its coach, its verdicts, and what is said of it while it is flown. */
import { randomUUID } from 'node:crypto';
import { readStatements, sortStatements } from '@keel/core';
import { LiveFlightEntity } from '../src/db/entities.ts';
import { clocksOf, flightTimeAt } from '../src/live/clocks.ts';
import { before } from '../src/live/coached.ts';
import { analysed, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const EACH = 25;
const flownWith = (seed: number) => {
  const [header, ...rows] = flightCsv(seed)
    .split('\n')
    .filter((line) => line && !line.startsWith('#'));
  const parts = Array.from({ length: Math.ceil(rows.length / EACH) }, (_, i) =>
    rows.slice(i * EACH, (i + 1) * EACH),
  );
  return { header, parts, lastS: Number(rows.at(-1)!.split(',')[0]) };
};
/** The device’s clock is this far behind the server’s. */
const BEHIND_MS = 3000;
/** Sending takes no longer. */
const AHEAD_MS = 5000;

/** A device whose clock runs with the rows that it sends: the last batch is sent now. */
async function sendFlight(
  flown: number | ReturnType<typeof flownWith>,
  more: { before?: (lessonId: string) => Promise<void> } = {},
) {
  const { header, parts, lastS } = typeof flown === 'number' ? flownWith(flown) : flown;
  const { instructor, student, chief } = school;
  const lesson = await (
    await instructor.call('POST', '/lessons', {
      ...lessonInput(student.id),
      conditions: { ...lessonInput(student.id).conditions, groundFt: 0 },
      plannedAt: new Date().toISOString(),
    })
  ).json();
  const { key } = await (await chief.call('POST', '/devices', { name: 'Box', airplaneId: 'cairn-4' })).json();
  const flightId = randomUUID();
  // What came before had waited for a network; the last of it is sent as it is flown.
  const zeroMs = Date.now() + AHEAD_MS - BEHIND_MS - 1000 * lastS;
  const ask = (method: string, path: string, body?: string, clockMs = Date.now() - BEHIND_MS) =>
    school.app.request(`/api/feed/${flightId}${path}`, {
      method,
      body,
      headers: {
        Authorization: `Bearer ${key}`,
        'Content-Type': 'text/csv',
        'Keel-Clock-Ms': String(clockMs),
      },
    });
  const put = async (seq: number) => {
    const rows = parts[seq];
    const clockMs = zeroMs + 1000 * Number(rows.at(-1)!.split(',')[0]);
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, clockMs + BEHIND_MS - Date.now())));
    for (;;) {
      const answer = await ask('PUT', `/${seq}`, `${header}\n${rows.join('\n')}\n`, clockMs);
      if (answer.status !== 429) return answer;
      await new Promise((resolve) => setTimeout(resolve, 120));
    }
  };
  await put(0);
  await more.before?.(lesson.id);
  for (let seq = 1; seq < parts.length; seq++) expect((await put(seq)).status).toBe(200);
  return {
    parts,
    flightId,
    lesson,
    zeroMs,
    end: async () => (await (await ask('POST', '/end')).json()).recordingId as string,
  };
}

interface Event {
  event: string;
  id?: string;
  // biome-ignore lint/suspicious/noExplicitAny: what a test looks at is what it expects.
  data: any;
}

/** Reads a stream to its end. */
async function watchToEnd(flightId: string, last?: string): Promise<Event[]> {
  const answer = await school.instructor.call(
    'GET',
    `/live/${flightId}/events`,
    undefined,
    last ? { 'Last-Event-ID': last } : undefined,
  );
  const text = await answer.text();
  return text
    .split('\n\n')
    .filter(Boolean)
    .map((block) => {
      const field = (name: string) =>
        block
          .split('\n')
          .find((line) => line.startsWith(`${name}: `))
          ?.slice(name.length + 2);
      return { event: field('event') ?? '', id: field('id'), data: JSON.parse(field('data') || 'null') };
    });
}

test('the coach says where it is, verdicts are what Debrief says, and a watcher who comes back misses neither', async () => {
  const { flightId, end, parts } = await sendFlight(701);
  const watching = watchToEnd(flightId);
  const recordingId = await end();
  const events = await watching;
  const { score } = await analysed(school.instructor, recordingId);

  const coach = events.filter(({ event }) => event === 'coach').map(({ data }) => data);
  expect(coach.map(({ step }) => step.id)).toEqual(
    expect.arrayContaining(['ready', 'established', 'settle']),
  );
  // In the airplane the instructor's voice is the coach.
  for (const one of coach) expect(one.word).toBeNull();
  const turning = coach.find(({ step, toGo }) => step.id === 'established' && toGo);
  expect(turning).toMatchObject({ title: 'Steep turns', toGo: { unit: 'deg' } });

  const verdicts = events.filter(({ event }) => event === 'attempt').map(({ data }) => data);
  const found = score.attempts.filter(({ maneuver }: { maneuver: string }) => maneuver === 'steep-turn');
  expect(verdicts).toHaveLength(found.length);
  verdicts.forEach((verdict, i) => {
    const attempt = found[i];
    expect(verdict).toMatchObject({
      maneuver: 'steep-turn',
      variant: attempt.variant,
      verdict: attempt[score.judge],
    });
    expect(Math.abs(verdict.startS - attempt.startS)).toBeLessThan(0.5);
    expect(Math.abs(verdict.endS - attempt.endS)).toBeLessThan(0.5);
    expect(verdict.figures.length).toBeGreaterThan(1);
  });
  // Said within a second and a half of the end of the maneuver: with the batch after the one in which it settled.
  const at = events.findIndex(({ event }) => event === 'attempt');
  const samples = events.slice(0, at).findLast(({ event }) => event === 'samples');
  expect(samples!.data.columns.time_s.at(-1)).toBeLessThan(verdicts[0].endS + 25);

  // From anywhere on it is the same stream.
  const from = Math.floor(parts.length / 2);
  const rest = await watchToEnd(flightId, String(from));
  const after = events.slice(events.findIndex(({ id }) => id === String(from)) + 1);
  expect(rest).toEqual(after);
});

/** Half a minute level, then the nose goes up to thirty degrees and the speed goes. */
function noseHigh(): ReturnType<typeof flownWith> {
  const rows = Array.from({ length: 200 }, (_, i) => {
    const timeS = i / 5;
    const upS = Math.max(0, timeS - 30);
    const pitchDeg = Math.min(32, 3 + 8 * upS);
    return [timeS, 4500 + 20 * upS, 95 - 4 * upS, 360, pitchDeg, 0].map((v) => v.toFixed(1)).join(',');
  });
  return {
    header: 'time_s,alt_ft,ias_kt,hdg_deg,pitch_deg,bank_deg',
    parts: Array.from({ length: 8 }, (_, i) => rows.slice(25 * i, 25 * i + 25)),
    lastS: 39.8,
  };
}

test('what is said for safety is read in the right seat where the school has it so, and nothing else', async () => {
  const words = async (safetyInSeat: boolean) => {
    const { version } = await (await school.chief.call('GET', '/coach-words')).json();
    const put = await school.chief.call('PUT', '/coach-words', { version, words: {}, safetyInSeat });
    expect((await put.json()).safetyInSeat).toBe(safetyInSeat);
    const { flightId, end } = await sendFlight(noseHigh());
    const watching = watchToEnd(flightId);
    await end();
    return (await watching).flatMap(({ event, data }) => (event === 'coach' && data.word ? [data.word] : []));
  };
  expect(await words(false)).toEqual([]);
  const said = await words(true);
  expect(said.length).toBeGreaterThan(0);
  expect(new Set(said)).toEqual(new Set(['Nose down. Power.']));
});

test('a grade given in the air is the attempt’s, and beside another’s both stay', async () => {
  const { end, lesson } = await sendFlight(704);
  const recordingId = await end();
  const { score } = await analysed(school.instructor, recordingId);
  const [{ startS, endS, maneuver }] = score.attempts;
  const body = { kind: 'grade', grade: 2, startS: startS + 0.4, endS: endS - 0.4, maneuver };
  const note = { id: randomUUID(), atMs: Date.now(), body };
  for (const status of [201, 200])
    expect((await school.instructor.call('POST', `/lessons/${lesson.id}/notes`, note)).status).toBe(status);
  const nonsense = { ...note, id: randomUUID(), body: { ...body, grade: 7 } };
  expect((await school.instructor.call('POST', `/lessons/${lesson.id}/notes`, nonsense)).status).toBe(422);
  await school.chief.call('POST', `/recordings/${recordingId}/statements`, {
    id: randomUUID(),
    body: { kind: 'grade', grade: 3, startS, endS, maneuver },
  });
  const { statements } = await (await school.instructor.call('GET', `/recordings/${recordingId}`)).json();
  const [ofFirst] = sortStatements(score.attempts, statements).byAttempt;
  expect(readStatements(ofFirst)).toMatchObject({ grade: 3, otherGrades: [{ says: 2 }] });
});

test('marks are kept once, and lie at Debrief where they were meant, whenever they arrive', async () => {
  const marks = [21.4, 40, 66.6].map((atS) => ({ id: randomUUID(), atS }));
  const late = { id: randomUUID(), atS: 80.2 };
  const undone = randomUUID();
  const say = (lessonId: string, id: string, atMs: number, text: string, who = school.instructor) =>
    who.call('POST', `/lessons/${lessonId}/notes`, { id, atMs, body: { kind: 'mark', text } });
  const { lesson, zeroMs, end } = await sendFlight(702, {
    before: async (id) => {
      for (const nobody of [school.otherInstructor, school.stranger])
        expect((await say(id, randomUUID(), 0, 'late', nobody)).status).toBe(404);
      expect((await say(id, randomUUID(), 0, 'late', school.student)).status).toBe(403);
    },
  });
  const lessonId = lesson.id;
  const serverMsAt = (atS: number) => Math.round(zeroMs + 1000 * atS + BEHIND_MS);
  for (const { id, atS } of marks)
    for (const status of [201, 200])
      expect((await say(lessonId, id, serverMsAt(atS), 'late')).status).toBe(status);
  await say(lessonId, undone, serverMsAt(50), 'good');
  expect((await school.instructor.call('DELETE', `/lessons/${lessonId}/notes/${undone}`)).status).toBe(204);
  const notes = await (await school.instructor.call('GET', `/lessons/${lessonId}/notes`)).json();
  expect(notes.map(({ undone: is }: { undone: boolean }) => is)).toEqual([false, false, true, false]);
  expect(Math.abs(notes[0].atS - marks[0].atS)).toBeLessThan(0.3);

  const recordingId = await end();
  const { statements } = await analysed(school.instructor, recordingId);
  const said = statements.filter(({ body }: { body: { kind: string } }) => body.kind === 'mark');
  expect(said.map(({ id }: { id: string }) => id).sort()).toEqual(marks.map(({ id }) => id).sort());
  for (const { id, atS } of marks) {
    const { body } = said.find((one: { id: string }) => one.id === id);
    expect(Math.abs(body.atS - atS)).toBeLessThan(0.3);
  }
  // One that waited for a network comes after the score, and joins it; again, it is the same.
  for (let twice = 0; twice < 2; twice++) await say(lessonId, late.id, serverMsAt(late.atS), 'feet');
  const now = await (await school.instructor.call('GET', `/recordings/${recordingId}`)).json();
  const joined = now.statements.filter(({ id }: { id: string }) => id === late.id);
  expect(joined).toHaveLength(1);
  expect(joined[0].body).toMatchObject({ kind: 'mark', text: 'feet' });
  expect(Math.abs(joined[0].body.atS - late.atS)).toBeLessThan(0.3);
  expect((await school.instructor.call('DELETE', `/lessons/${lessonId}/notes/${late.id}`)).status).toBe(409);
});

test('a mark has a voice: kept once, its author’s, heard by who may read the lesson, and a mark at Debrief', async () => {
  const lesson = await (
    await school.instructor.call('POST', '/lessons', lessonInput(school.student.id))
  ).json();
  const note = { id: randomUUID(), atMs: Date.now(), body: { kind: 'mark', text: 'voice note' } };
  await school.instructor.call('POST', `/lessons/${lesson.id}/notes`, note);
  // No flight was heard of: where it lies nobody knows.
  const kept = await (await school.instructor.call('GET', `/lessons/${lesson.id}/notes`)).json();
  expect(kept).toMatchObject([{ id: note.id, atS: null }]);
  const sound = Buffer.from('some seconds of sound');
  const put = (bytes: Buffer, type = 'audio/webm;codecs=opus', who = school.instructor, id = note.id) =>
    who.call('PUT', `/notes/${id}/voice`, new Uint8Array(bytes), { 'Content-Type': type });
  expect((await put(sound, 'text/html')).status).toBe(415);
  expect((await put(Buffer.alloc(0))).status).toBe(422);
  expect((await put(Buffer.alloc(700 * 1024))).status).toBe(413);
  expect((await put(sound, undefined, school.instructor, randomUUID())).status).toBe(404);
  expect((await put(sound, undefined, school.student)).status).toBe(403);
  expect((await put(sound, undefined, school.chief)).status).toBe(404);
  for (let twice = 0; twice < 2; twice++) expect((await put(sound)).status).toBe(204);
  expect((await put(Buffer.from('another'))).status).toBe(409);
  for (const who of [school.instructor, school.student, school.chief]) {
    const heard = await who.call('GET', `/notes/${note.id}/voice`);
    expect([heard.status, heard.headers.get('content-type')]).toEqual([200, 'audio/webm']);
    expect(heard.headers.get('x-content-type-options')).toBe('nosniff');
    expect(Buffer.from(await heard.arrayBuffer()).equals(sound)).toBe(true);
  }
  for (const nobody of [school.otherInstructor, school.stranger])
    expect((await nobody.call('GET', `/notes/${note.id}/voice`)).status).toBe(404);
});

test('a flight whose file came by hand before is that recording, with what was said while it was flown', async () => {
  const { header, parts } = flownWith(703);
  const file = `${header}\n${parts.flat().join('\n')}\n`;
  const upload = await school.instructor.upload(file, { studentId: school.student.id });
  const { id } = await upload.json();
  await analysed(school.instructor, id);
  const mark = randomUUID();
  const { end } = await sendFlight(703, {
    before: async (lessonId) => {
      const note = { id: mark, atMs: Date.now(), body: { kind: 'mark', text: 'late' } };
      expect((await school.instructor.call('POST', `/lessons/${lessonId}/notes`, note)).status).toBe(201);
    },
  });
  expect(await end()).toBe(id);
  const { statements } = await analysed(school.instructor, id);
  expect(statements.map((one: { id: string }) => one.id)).toEqual([mark]);
});

describe('clocks', () => {
  const sent = (n: number, pace = 1, lagMs = (_: number) => 60) =>
    Array.from({ length: n }, (_, k) => {
      const lastTime = (k + 1) * 0.5;
      const clockMs = 1_000_000 + (1000 * lastTime) / pace + lagMs(k);
      return { lastTime, clockMs, receivedMs: clockMs - 2500 + 40 + (k % 7) * 20 };
    });

  test('a clock that is wrong, an hour without a network, and a flight that is played faster', () => {
    const clocks = clocksOf(sent(200))!;
    // The server’s clock, two and a half seconds behind the device’s.
    expect(flightTimeAt(clocks, 1_000_000 - 2500 + 40_000)).toBeCloseTo(40, 0);
    expect(Math.abs(flightTimeAt(clocks, 1_000_000 - 2500 + 40_000) - 40)).toBeLessThan(0.3);
    // From the fiftieth batch on everything waits for an hour.
    const waited = clocksOf(sent(200, 1, (k) => (k > 50 ? 3_600_000 - 500 * k : 60)))!;
    expect(Math.abs(flightTimeAt(waited, 1_000_000 - 2500 + 60_000) - 60)).toBeLessThan(0.3);
    const played = clocksOf(sent(200, 20))!;
    expect(Math.abs(flightTimeAt(played, 1_000_000 - 2500 + 2_000) - 40)).toBeLessThan(2.5);
    expect(clocksOf([])).toBeNull();
  });
});

test('a read of the database that failed once leaves the coach where it was: it goes on with the next', async () => {
  const { flightId, parts } = await sendFlight(707);
  const flight = await school.database.getRepository(LiveFlightEntity).findOneByOrFail({ id: flightId });
  const services = { database: school.database, tasks: school.tasks };
  const seq = parts.length - 1;
  const query = school.database.query.bind(school.database);
  let failed = 0;
  school.database.query = ((sql: string, ...more: unknown[]) => {
    if (!sql.includes('FROM live_batch') || failed++ > 0)
      return (query as (...all: unknown[]) => unknown)(sql, ...more);
    return Promise.reject(Object.assign(new Error('Connection terminated'), { code: 'ECONNRESET' }));
  }) as typeof query;
  try {
    await expect(before(services, flight, seq, '')).rejects.toThrow('Connection terminated');
    const { coach } = await before(services, flight, seq, '');
    expect(coach).toMatchObject({ seq, title: expect.stringMatching(/./) });
  } finally {
    school.database.query = query;
  }
});
