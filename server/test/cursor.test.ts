/** Where a page of a list ended, there and back; and rows put by what they belong to. */
import { cursorOf, cursorSchema } from '../src/http/cursor.ts';
import { groupBy } from '../src/path/group-by.ts';

const ID = '4b1e7d2c-5a6f-4c3d-8e9f-0a1b2c3d4e5f';

test.each(['2026-11-28T09:30:00.000Z', 'Ågot Ærøskøbing', '', '"quoted", and a comma', 'x'.repeat(300)])(
  'a cursor at %j comes back as it was, and passes through an address unchanged',
  (value) => {
    const text = cursorOf({ value, id: ID });
    expect(encodeURIComponent(text)).toBe(text);
    expect(cursorSchema.parse(text)).toEqual({ value, id: ID });
  },
);

test('no cursor is the first page', () => {
  expect(cursorSchema.parse(undefined)).toBeUndefined();
});

test.each([
  ['no cursor at all', 'hello'],
  ['an id that is none', cursorOf({ value: 'a', id: 'no-id' })],
  ['more than a pair', Buffer.from(JSON.stringify(['a', ID, 'more'])).toString('base64url')],
  ['a number for a word', Buffer.from(JSON.stringify([1, ID])).toString('base64url')],
  ['half of one', cursorOf({ value: 'a', id: ID }).slice(0, -8)],
])('%s is refused with what to do', (_, text) => {
  const { success, error } = cursorSchema.safeParse(text);
  expect(success).toBe(false);
  expect(error!.issues[0].message).toMatch(/begin with the first page/);
});

test('rows by what they belong to, in the order they came', () => {
  const rows = [
    { of: 'b', n: 1 },
    { of: 'a', n: 2 },
    { of: 'b', n: 3 },
  ];
  const groups = groupBy(rows, ({ of }) => of);
  expect([...groups]).toEqual([
    ['b', [rows[0], rows[2]]],
    ['a', [rows[1]]],
  ]);
  expect(groupBy([], String).size).toBe(0);
});
