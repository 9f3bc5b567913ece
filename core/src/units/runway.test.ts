/** Runways are named after their magnetic direction in tens of degrees; the two ends differ by 18 (common practice). */
import { otherEnd, runwayEndSchema, runwaySchema } from './runway.ts';

test.each([
  ['06', '24'],
  ['18', '36'],
  ['36', '18'],
  ['01', '19'],
  ['09L', '27R'],
  ['16C', '34C'],
])('%s and %s are two ends of one runway', (end, other) => {
  expect(otherEnd(end)).toBe(other);
  expect(otherEnd(other)).toBe(end);
  expect(runwaySchema.parse(` ${end}/${other} `)).toBe(`${end}/${other}`);
});

test.each([
  ['13-31', /such as 06\/24/],
  ['7/25', /such as 06\/24/],
  ['13/32', /the other end of 13 is 31/],
  ['09L/27L', /the other end of 09L is 27R/],
  ['37/19', /such as 06\/24/],
  ['00/18', /such as 06\/24/],
  ['06/24/06', /such as 06\/24/],
  ['', /such as 06\/24/],
])('%s is refused, and what would be right is said', (name, words) => {
  const read = runwaySchema.safeParse(name);
  expect(read.success).toBe(false);
  expect(read.error?.issues[0].message).toMatch(words);
});

test('a strip that is used one way has one end', () => {
  expect(runwaySchema.parse('06')).toBe('06');
  expect(runwayEndSchema.safeParse('6').success).toBe(false);
});
