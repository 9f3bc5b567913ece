/** Endorsements in the school's words: two chiefs at once, and what is signed before. */
import { ENDORSEMENT_TEMPLATES, type EndorsementTemplate } from '@keel/core';
import { openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const ask = async () => {
  const answer = await school.instructor.call('GET', '/endorsement-templates');
  const templates: EndorsementTemplate[] = await answer.json();
  return { templates, tag: answer.headers.get('ETag')! };
};
const put = (templates: object, tag?: string) =>
  school.chief.call('PUT', '/endorsement-templates', templates, tag ? { 'If-Match': tag } : undefined);

test('before anybody edits them they are the program’s; the same texts have the same tag', async () => {
  const [first, again] = [await ask(), await ask()];
  expect(first.templates).toEqual(ENDORSEMENT_TEMPLATES);
  expect(again.tag).toBe(first.tag);
});

test('of two who edited the same texts the second is told, and nothing of the first is lost', async () => {
  const { templates, tag } = await ask();
  const [one, ...rest] = templates;
  const first = [{ ...one, title: 'Solo, by the first chief' }, ...rest];
  const saved = await put(first, tag);
  expect([saved.status, saved.headers.get('ETag') === tag]).toEqual([200, false]);
  const second = await put([{ ...one, title: 'Solo, by the second' }, ...rest], tag);
  expect([second.status, (await second.json()).detail]).toEqual([
    409,
    expect.stringMatching(/changed in another window/),
  ]);
  const now = await ask();
  expect(now.templates[0].title).toBe('Solo, by the first chief');
  // With what stands there now it is taken.
  const weak = `W/${now.tag}`;
  expect((await put([{ ...one, title: 'Solo, by the second' }, ...rest], weak)).status).toBe(200);
  // Kept and read again, the tag is that of the answer.
  expect((await ask()).tag).not.toBe(now.tag);
});

test('none at all, one id twice, and a text without words are refused', async () => {
  const { templates } = await ask();
  expect((await put([])).status).toBe(422);
  const twice = await put([templates[0], templates[0]]);
  expect([twice.status, JSON.stringify(await twice.json())]).toEqual([
    422,
    expect.stringContaining('stands here twice'),
  ]);
  expect((await put([{ ...templates[0], text: '  ' }])).status).toBe(422);
});
