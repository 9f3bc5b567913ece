/** A flight that matched no lesson is not lost: it stands in a list, and is given to a lesson, while it flies and after. */
import { randomUUID } from 'node:crypto';
import { analysed, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const HOUR_MS = 3_600_000;
let seed = 502;
/** Each flight is another: the same file twice is one recording. */
const nextFlight = (): string =>
  flightCsv(seed++)
    .split('\n')
    .filter((line) => line && !line.startsWith('#'))
    .join('\n');

async function lessonAt(hoursAhead: number, studentId = school.student.id, by = school.instructor) {
  const answer = await by.call('POST', '/lessons', {
    ...lessonInput(studentId),
    plannedAt: new Date(Date.now() + hoursAhead * HOUR_MS).toISOString(),
  });
  expect(answer.status).toBe(201);
  return (await answer.json()).id as string;
}

async function device() {
  const { key } = await (
    await school.chief.call('POST', '/devices', { name: 'Box', airplaneId: 'cairn-4' })
  ).json();
  const id = randomUUID();
  const ask = (method: string, path: string, body?: string) =>
    school.app.request(`/api/feed/${id}${path}`, {
      method,
      body,
      headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'text/csv' },
    });
  return {
    id,
    send: async () => expect((await ask('PUT', '/0', `${nextFlight()}\n`)).status).toBe(200),
    end: async (): Promise<string> => (await (await ask('POST', '/end')).json()).recordingId,
  };
}

const listed = async (who = school.chief) =>
  (await (await who.call('GET', '/live/unmatched')).json()) as {
    id: string;
    endedAt: string | null;
    recordingId: string | null;
  }[];
const give = (flightId: string, lessonId: string, who = school.instructor) =>
  who.call('POST', `/live/${flightId}/lesson`, { lessonId });

test('while it flies: given to a lesson it is that lesson’s, and its recording too', async () => {
  // The airplane's instructor of the day, though no lesson was near enough to match.
  const lessonId = await lessonAt(6);
  const flight = await device();
  await flight.send();
  expect(await listed(school.instructor)).toEqual([
    expect.objectContaining({ id: flight.id, endedAt: null }),
  ]);
  expect(await listed(school.otherInstructor)).toEqual([]);
  const given = await give(flight.id, lessonId);
  expect([given.status, await given.json()]).toEqual([200, { recordingId: null }]);
  expect(await listed()).toEqual([]);
  const [live] = await (await school.instructor.call('GET', '/live')).json();
  expect(live).toMatchObject({ id: flight.id, lessonId, student: { id: school.student.id } });
  const recording = await analysed(school.instructor, await flight.end());
  expect(recording).toMatchObject({ lessonId, studentId: school.student.id });
});

test('after it has ended it still stands in the list, and goes to a lesson with its score', async () => {
  const flight = await device();
  await flight.send();
  const recordingId = await flight.end();
  const [left] = await listed();
  expect(left).toMatchObject({ id: flight.id, recordingId, endedAt: expect.any(String) });
  const lessonId = await lessonAt(7);
  expect((await give(flight.id, lessonId, school.chief)).status).toBe(200);
  expect(await listed()).toEqual([]);
  const recording = await analysed(school.instructor, recordingId);
  expect(recording).toMatchObject({ lessonId, studentId: school.student.id });
  expect(recording.score.attempts.length).toBeGreaterThan(0);
});

test('it goes only to a lesson of one’s own students, and to nobody who may not see the flight', async () => {
  const lessonId = await lessonAt(8);
  const flight = await device();
  await flight.send();
  expect((await give(flight.id, lessonId, school.otherInstructor)).status).toBe(404);
  expect((await give(flight.id, randomUUID())).status).toBe(404);
  expect((await give(flight.id, lessonId, school.student)).status).toBe(403);
  await flight.end();
});

test('a flight in the trainer uses no lesson up: it is still to fly, and the airplane’s flight finds it', async () => {
  const lessonId = await lessonAt(0.5, school.classmate.id, school.chief);
  const trainer = await school.classmate.call('POST', `/lessons/${lessonId}/trainer-flight`, {
    csv: flightCsv(603),
    maneuver: 'steep-turn',
    instructorFlew: [],
  });
  expect(trainer.status).toBe(201);
  const idsOf = async (state: string) => {
    const { items } = await (
      await school.chief.call('GET', `/lessons?state=${state}&studentId=${school.classmate.id}`)
    ).json();
    return items.map(({ id }: { id: string }) => id);
  };
  expect(await idsOf('to-fly')).toContain(lessonId);
  expect(await idsOf('flown')).not.toContain(lessonId);
  const flight = await device();
  await flight.send();
  const flights: { id: string; lessonId: string }[] = await (await school.chief.call('GET', '/live')).json();
  expect(flights.find(({ id }) => id === flight.id)?.lessonId).toBe(lessonId);
  await flight.end();
  expect(await idsOf('flown')).toContain(lessonId);
});
