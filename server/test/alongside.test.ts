/** What an attempt is compared with beyond its own flight. */
import { randomUUID } from 'node:crypto';
import type { Alongside } from '@keel/core';
import { analysed, flightCsv, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

let day = 0;
/** Flown a day after the one before. */
async function flown(seed: number, studentId = school.student.id) {
  const flownAt = new Date(Date.UTC(2026, 2, ++day, 9)).toISOString();
  const answer = await school.chief.upload(flightCsv(seed), { studentId, flownAt });
  expect(answer.status).toBe(201);
  return analysed(school.chief, (await answer.json()).id);
}
const alongside = async (id: string, attempt = 0, who: 'student' | 'instructor' = 'student') => {
  const answer = await school[who].call('GET', `/recordings/${id}/attempts/${attempt}/alongside`);
  expect(answer.status).toBe(200);
  return (await answer.json()) as Alongside;
};
const help = (id: string, attempt: { maneuver: string; startS: number; endS: number }, said: string) =>
  school.instructor.call('POST', `/recordings/${id}/statements`, {
    id: randomUUID(),
    body: {
      kind: 'help',
      help: said,
      flownBy: said === 'demonstration' ? 'instructor' : 'student',
      maneuver: attempt.maneuver,
      startS: attempt.startS,
      endS: attempt.endS,
    },
  });

test('the first flight has nothing beside it; a later one its last, its best and what was shown', async () => {
  const first = await flown(61);
  expect(await alongside(first.id)).toEqual([]);
  const [shown] = first.score!.attempts;
  expect((await help(first.id, shown, 'demonstration')).status).toBeLessThan(300);
  const flights = [];
  for (const seed of [62, 63, 64, 65, 66, 67, 68]) {
    const next = await flown(seed);
    for (const attempt of next.score!.attempts) await help(next.id, attempt, 'unaided');
    flights.push(next);
  }
  const last = flights[flights.length - 1];
  const found = await alongside(last.id);
  expect(found.map(({ relation }) => relation).filter((one) => one === 'last')).toHaveLength(1);
  const recent = found.filter(({ relation }) => relation === 'last' || relation === 'earlier');
  expect(recent).toHaveLength(5);
  // Newest first, and never itself.
  expect(recent[0].recordingId).toBe(flights[flights.length - 2].id);
  expect(found.every(({ recordingId }) => recordingId !== last.id)).toBe(true);
  expect(found.find(({ relation }) => relation === 'demonstration')?.recordingId).toBe(first.id);
  for (const one of found) {
    expect(one.score.maneuver).toBe(last.score!.attempts[0].maneuver);
    expect(one.score.variant).toBe(last.score!.attempts[0].variant);
    expect(one.trace.lanes.length).toBeGreaterThan(0);
    expect(one.trace.picture).toBeUndefined();
    expect(one.studentName).toBeNull();
  }
  const best = found.find(({ relation }) => relation === 'best');
  if (best)
    expect(
      recent.some(({ recordingId, attempt }) => recordingId === best.recordingId && attempt === best.attempt),
    ).toBe(false);
});

test('a flight of before sees nothing of what came after it, and an attempt that is none is not found', async () => {
  const earlier = await flown(70);
  await flown(71);
  const found = await alongside(earlier.id);
  expect(found.every(({ flownAt }) => flownAt <= earlier.flownAt)).toBe(true);
  const answer = await school.student.call('GET', `/recordings/${earlier.id}/attempts/99/alongside`);
  expect(answer.status).toBe(404);
});

test('another student’s is never shown to a student', async () => {
  const mine = await flown(72);
  expect((await alongside(mine.id)).some(({ relation }) => relation === 'airplane')).toBe(false);
});
