/** Attempts that nothing recorded: entered, taken back, and seen by whom they concern. */
import { randomUUID } from 'node:crypto';
import type { Path } from '@keel/core';
import { openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const body = {
  maneuver: 'slow-flight',
  variant: 'landing',
  flownAt: '2026-11-02T10:00:00+01:00',
  help: 'prompted',
  grade: 2,
  words: 'Held it well once the power was in.',
};
const enter = (more: object = {}, id = randomUUID(), who = school.instructor) =>
  who.call('POST', `/students/${school.student.id}/entered-attempts`, { id, body: { ...body, ...more } });
const pathSeenBy = async (who = school.student): Promise<Path> =>
  (await who.call('GET', `/students/${school.student.id}/path`)).json();

test('an instructor enters one, sending it twice is harmless, and the student sees whose it is', async () => {
  const id = randomUUID();
  expect((await enter({}, id)).status).toBe(201);
  expect((await enter({}, id)).status).toBe(200);
  const { byHand } = await pathSeenBy();
  expect(byHand).toHaveLength(1);
  expect(byHand[0]).toMatchObject({ ...body, by: expect.any(String), withdrawn: null });
});

test.each([
  ['a variant of another maneuver', { variant: 'left' }, 422, /clean, takeoff, landing/],
  ['a day to come', { flownAt: '2999-01-01T10:00:00Z' }, 422, /is in the future/],
  ['a lesson of somebody else', { lessonId: randomUUID() }, 422, /no such lesson/],
])('%s is refused, and nothing is kept', async (_, more, status, why) => {
  const before = (await pathSeenBy()).byHand.length;
  const answer = await enter(more);
  expect(answer.status).toBe(status);
  expect(JSON.stringify(await answer.json())).toMatch(why);
  expect((await pathSeenBy()).byHand).toHaveLength(before);
});

test('a student enters nothing, and another school finds nobody', async () => {
  expect((await enter({}, randomUUID(), school.student)).status).toBe(403);
  expect((await enter({}, randomUUID(), school.stranger)).status).toBe(404);
  expect((await enter({}, randomUUID(), school.otherInstructor)).status).toBe(404);
});

test('it is taken back with a reason by who entered it or the chief, and stays in sight', async () => {
  const { byHand } = await pathSeenBy();
  const take = (who: typeof school.chief, why: string) =>
    who.call('POST', `/students/${school.student.id}/entered-attempts/${byHand[0].id}/withdraw`, { why });
  expect((await take(school.student, 'not mine')).status).toBe(403);
  expect((await take(school.chief, '  ')).status).toBe(422);
  expect((await take(school.chief, 'Entered for the wrong student.')).status).toBe(200);
  await take(school.instructor, 'Another reason.');
  expect((await pathSeenBy()).byHand[0].withdrawn).toMatchObject({
    by: expect.any(String),
    why: 'Entered for the wrong student.',
  });
});
