/** A school's own words for the coach: the chief puts them, everybody hears them, nonsense is refused by name. */
import { coachSentences } from '@keel/core';
import { openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const read = async (who: 'chief' | 'student' = 'chief') =>
  (await (await school[who].call('GET', '/coach-words')).json()) as {
    version: number;
    words: Record<string, string>;
  };

test('put by the chief, heard by the student, taken out again by leaving it out', async () => {
  const { version, words } = await read();
  expect(words).toEqual({});
  const own = { [coachSentences('climb')[0].key]: 'Nose up, and wait.' };
  const put = (of: number, body: object) =>
    school.chief.call('PUT', '/coach-words', { version: of, words: body });
  const answer = await put(version, own);
  expect([answer.status, await answer.json()]).toEqual([
    200,
    { version: version + 1, words: own, safetyInSeat: false },
  ]);
  expect((await read('student')).words).toEqual(own);
  expect((await put(version + 1, {})).status).toBe(200);
  expect((await read('student')).words).toEqual({});
});

test('a stale version, nine words and an unknown sentence', async () => {
  const { version } = await read();
  const put = (body: object) => school.chief.call('PUT', '/coach-words', body);
  expect((await put({ version: version - 1, words: {} })).status).toBe(409);
  const nine = await put({ version, words: { 'climb/x': 'one two three four five six seven eight nine' } });
  expect(nine.status).toBe(422);
  expect((await nine.json()).detail).toContain('8 words');
  const unknown = await put({ version, words: { 'climb/no-such': 'Up.' } });
  expect([unknown.status, (await unknown.json()).detail]).toEqual([
    422,
    expect.stringContaining('climb/no-such: the coach has no such sentence'),
  ]);
  expect((await read()).version).toBe(version);
});
