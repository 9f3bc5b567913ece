/** Who agreed to what: kept as it was said, seen by whom it concerns, taken back by a word of its own. */
import { randomUUID } from 'node:crypto';
import { agreementsOn } from '@keel/core';
import { lessonInput, openSchool, type TestPerson, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const at = () => `/students/${school.student.id}/agreements`;
const say = (who: TestPerson, body: object, id = randomUUID()) => who.call('POST', at(), { id, body });
const agreed = { kind: 'agreed', what: 'recordings', on: '2026-11-01' };
const words = async (who: TestPerson = school.student) => {
  const answer = await who.call('GET', at());
  expect([answer.status, answer.status === 200 || (await answer.json())]).toEqual([200, true]);
  return (await answer.json()).words;
};

test('written down once however often it is sent, read by the student, taken back by them and by nobody else’s id', async () => {
  const id = randomUUID();
  for (const status of [201, 200]) expect((await say(school.instructor, agreed, id)).status).toBe(status);
  expect(await words()).toMatchObject([{ id, authorName: 'instructor', body: agreed }]);
  expect((await say(school.student, agreed)).status).toBe(403);
  expect((await say(school.student, { kind: 'taken-back', of: randomUUID() })).status).toBe(404);
  expect((await say(school.student, { kind: 'taken-back', of: id, words: 'by letter' })).status).toBe(201);
  const [kept] = agreementsOn(await words(school.chief), '2026-11-27');
  expect(kept).toMatchObject({ id, state: 'taken back', takenBack: { words: 'by letter' } });
  const trail = await school.database.query('SELECT what FROM trail WHERE subject = $1 ORDER BY id', [
    school.student.id,
  ]);
  expect(trail.map(({ what }: { what: string }) => what)).toEqual(
    expect.arrayContaining(['agreement kept', 'agreement taken back']),
  );
});

test('what ends before it begins, and what is of nobody, is refused; a word is never changed, not by the role that serves requests', async () => {
  const wrong = await say(school.instructor, { ...agreed, until: '2026-10-01' });
  expect([wrong.status, (await wrong.json()).detail]).toEqual([
    422,
    expect.stringMatching(/ends before it begins/),
  ]);
  for (const nobody of [school.otherInstructor, school.classmate, school.stranger])
    expect((await say(nobody, agreed)).status).toBe(404);
  await expect(school.database.query("UPDATE agreement SET body = '{}'")).rejects.toThrow(
    /permission denied/,
  );
  await expect(school.database.query('DELETE FROM agreement')).rejects.toThrow(/permission denied/);
});

test('who flies today without having agreed is on the instructor’s day, and not on the student’s', async () => {
  const { instructor, classmate, chief } = school;
  const missing = async (who: TestPerson) => (await (await who.call('GET', '/today')).json()).agreements;
  expect(await missing(instructor)).toEqual([]);
  await instructor.call('POST', '/lessons', {
    ...lessonInput(classmate.id),
    plannedAt: new Date().toISOString(),
  });
  const line = {
    student: { id: classmate.id, name: 'classmate' },
    missing: 'nobody has agreed yet that flights are recorded and kept',
  };
  expect([await missing(instructor), await missing(chief), await missing(classmate)]).toEqual([
    [line],
    [line],
    [],
  ]);
  const body = { ...agreed, on: new Date().toISOString().slice(0, 10) };
  await instructor.call('POST', `/students/${classmate.id}/agreements`, { id: randomUUID(), body });
  expect(await missing(instructor)).toEqual([]);
});
