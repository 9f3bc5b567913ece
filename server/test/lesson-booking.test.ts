/** A lesson has a time, so it is a booking: made, moved, cancelled and deleted with it; what is in its way is said, and loses nothing. */
import { randomUUID } from 'node:crypto';
import type { Lesson, Today, Week } from '@keel/core';
import { flightCsv, lessonInput, openSchool, type TestPerson, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

/** Days ahead of now, at an hour of the day, UTC. */
const ahead = (days: number, hour: number): string =>
  new Date(Date.UTC(2027, 4, 3 + days, hour)).toISOString();
const save = async (
  plannedAt: string,
  more: object = {},
  who: TestPerson = school.instructor,
): Promise<Lesson> => {
  const answer = await who.call('POST', '/lessons', {
    ...lessonInput(school.student.id),
    plannedAt,
    ...more,
  });
  expect(answer.status).toBe(201);
  return answer.json();
};
const week = async (of: string, who: TestPerson = school.instructor): Promise<Week> =>
  (await who.call('GET', `/week?day=${of.slice(0, 10)}`)).json();
const bookingOf = async (lesson: Lesson) =>
  (await week(lesson.plannedAt)).bookings.find(({ lessonId }) => lessonId === lesson.id);
const change = (lesson: Lesson, plannedAt: string) =>
  school.instructor.call('PUT', `/lessons/${lesson.id}`, {
    ...lessonInput(school.student.id),
    plannedAt,
    version: lesson.version,
  });

test('a lesson that is saved is a booking of both, and moves with it either way', async () => {
  const lesson = await save(ahead(0, 9));
  expect(lesson.notBooked).toBeUndefined();
  const booking = await bookingOf(lesson);
  expect(booking).toMatchObject({
    from: ahead(0, 9),
    student: { id: school.student.id },
    instructor: { id: school.instructor.id },
  });
  expect((await week(ahead(0, 9), school.student)).bookings).toHaveLength(1);

  const moved = await (await change(lesson, ahead(0, 12))).json();
  expect(await bookingOf(moved)).toMatchObject({ id: booking!.id, from: ahead(0, 12) });

  const { version } = (await bookingOf(moved))!;
  const answer = await school.instructor.call('PUT', `/bookings/${booking!.id}`, {
    version,
    from: ahead(0, 14),
    until: ahead(0, 16),
  });
  expect(answer.status).toBe(200);
  const after: Lesson = await (await school.instructor.call('GET', `/lessons/${lesson.id}`)).json();
  expect(after.plannedAt).toBe(ahead(0, 14));
});

test('what is taken leaves the lesson saved and unbooked, until there is room', async () => {
  const first = await save(ahead(1, 9));
  const second = await save(ahead(1, 9), { studentId: school.classmate.id }, school.chief);
  expect(second.notBooked).toMatch(/is taken by/);
  expect((await week(ahead(1, 9))).unbooked.map(({ id }) => id)).toEqual([second.id]);
  const again = async () =>
    (await school.chief.call('POST', `/lessons/${second.id}/booking`)).json() as Promise<Lesson>;
  expect((await again()).notBooked).toMatch(/is taken by/);

  await change(first, ahead(1, 16));
  expect((await again()).notBooked).toBeUndefined();
  expect((await week(ahead(1, 9))).unbooked).toEqual([]);

  // Moved to where another is: it leaves its own place, and says so.
  const moved: Lesson = await (await change({ ...first, version: first.version + 1 }, ahead(1, 9))).json();
  expect(moved.notBooked).toMatch(/is taken by/);
  expect(await bookingOf(moved)).toBeUndefined();
  expect((await week(ahead(1, 9))).unbooked.map(({ id }) => id)).toEqual([first.id]);
});

test('saved twice at once it is booked once', async () => {
  const lesson = await save(ahead(2, 9));
  await Promise.all([1, 2, 3].map(() => school.instructor.call('POST', `/lessons/${lesson.id}/booking`)));
  expect((await week(ahead(2, 9))).bookings.filter(({ lessonId }) => lessonId === lesson.id)).toHaveLength(1);
});

test('cancelled with a reason it is no longer on anybody’s day, nor booked by saving it', async () => {
  const soon = new Date(Date.now() + 60 * 60_000).toISOString();
  const lesson = await save(soon);
  const lessonsOf = async (who: TestPerson) =>
    ((await (await who.call('GET', '/today')).json()) as Today).lessons;
  expect((await lessonsOf(school.student)).map(({ id }) => id)).toContain(lesson.id);
  const booking = await bookingOf(lesson);
  await school.instructor.call('POST', `/bookings/${booking!.id}/cancel`, { why: 'weather' });
  expect((await lessonsOf(school.student)).map(({ id }) => id)).not.toContain(lesson.id);
  expect((await week(soon)).unbooked).toEqual([]);
  const saved: Lesson = await (await change(lesson, soon)).json();
  expect(await bookingOf(saved)).toBeUndefined();
});

test('deleted while nothing is attached, with its booking; else it stays', async () => {
  const lesson = await save(ahead(3, 9));
  const gone = await school.instructor.call('DELETE', `/lessons/${lesson.id}`);
  expect(gone.status).toBe(204);
  expect((await school.instructor.call('GET', `/lessons/${lesson.id}`)).status).toBe(404);
  expect(await bookingOf(lesson)).toBeUndefined();

  const flown = await save(ahead(3, 12));
  await school.instructor.upload(flightCsv(61), { studentId: school.student.id, lessonId: flown.id });
  const kept = await school.instructor.call('DELETE', `/lessons/${flown.id}`);
  expect([kept.status, (await kept.json()).detail]).toEqual([
    409,
    expect.stringMatching(/belong to this lesson/),
  ]);
  expect(await bookingOf(flown)).toBeDefined();
});

describe('asked about, and booked all the same once it is meant', () => {
  const book = (more: object) =>
    school.instructor.call('POST', '/bookings', {
      id: randomUUID(),
      kind: 'lesson',
      studentId: school.student.id,
      instructorId: school.instructor.id,
      airplaneId: 'gimmer-2',
      ...more,
    });

  test('more than eight hours of lessons within twenty-four: 14 CFR 61.195(a), from memory', async () => {
    const from = (day: number, hour: number) => ({ from: ahead(day, hour), until: ahead(day, hour + 4) });
    expect((await book(from(10, 8))).status).toBe(201);
    expect((await book(from(10, 13))).status).toBe(201);
    const third = from(11, 6);
    const asked = await book(third);
    expect([asked.status, (await asked.json()).detail]).toEqual([
      409,
      expect.stringMatching(/10\.0 hours of lessons/),
    ]);
    expect((await book({ ...third, agreed: true })).status).toBe(201);
  });

  test('a solo on a medical that has ended', async () => {
    const closed = await school.instructor.call('POST', `/students/${school.student.id}/gates/medical`, {
      id: randomUUID(),
      body: { date: '2026-01-05', endsOn: '2027-05-20' },
    });
    expect(closed.status).toBeLessThan(300);
    const solo = { kind: 'solo', instructorId: null };
    const late = { ...solo, from: ahead(30, 10), until: ahead(30, 11) };
    const asked = await book(late);
    expect([asked.status, (await asked.json()).detail]).toEqual([
      409,
      expect.stringMatching(/ends on 20 May 2027/),
    ]);
    expect((await book({ ...solo, from: ahead(14, 10), until: ahead(14, 11) })).status).toBe(201);
    expect((await book({ ...late, agreed: true })).status).toBe(201);
  });
});
