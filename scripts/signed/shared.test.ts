/** A slice of the verdicts that the program shares with the reader; the bench has them all. */
import { drawn } from './draw.ts';
import { compare } from './table.ts';

test('of every fifth drawn attempt the program says what the reader says', () => {
  const all = drawn()
    .filter(({ n }) => n % 5 === 0)
    .map(compare);
  expect(all.length).toBeGreaterThan(25);
  const apart = all.filter(({ reader, program }) => reader.verdict !== program);
  expect(apart.map(({ drawn: { n }, reader, why }) => [n, reader, why])).toEqual([]);
});
