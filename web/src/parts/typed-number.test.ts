/** Numbers as people type them: both decimal marks, groups of thousands, and what is asked instead of guessed. */
import { problemOf, readNumber } from './typed-number.ts';

test.each([
  ['30.5', 30.5],
  ['30,5', 30.5],
  ['9.4', 9.4],
  ['9,4', 9.4],
  ['30.', 30],
  ['.5', 0.5],
  ['0,125', 0.125],
  ['-5', -5],
  ['−5', -5],
  [' 1013.25 ', 1013.25],
  ['1,900.5', 1900.5],
  ['1.900,5', 1900.5],
  ['1 900', 1900],
  ['1,234,567', 1_234_567],
  ['47,6062', 47.6062],
  ['', null],
  ['-', null],
])('%s is read as %s', (text, value) => {
  expect(readNumber(text)).toEqual({ value });
});

test.each(['3o', '1,2,3', '12 lb', '1..5', '1,90,000', '--4'])(
  '%s is no number, and the field says so',
  (text) => {
    expect(readNumber(text)).toEqual({ problem: 'Type a number, such as 30.5' });
  },
);

test('a comma before three digits is asked: a thousand to one reader is a decimal to another', () => {
  expect(readNumber('1,900')).toEqual({ problem: 'Type 1900, or 1.900 if that is meant' });
});

test('no step of typing a number is taken for another number of more digits', () => {
  for (const text of ['30,5', '30.5', '1013,25', '-12,75'])
    for (let typed = 1; typed <= text.length; typed++) {
      const read = readNumber(text.slice(0, typed));
      const whole = Math.abs(Number.parseInt(text, 10));
      if ('value' in read) expect(Math.abs(read.value ?? 0)).toBeLessThan(whole + 1);
    }
});

test('limits are said as limits', () => {
  expect(problemOf('12', { min: 15 })).toBe('15 or more');
  expect(problemOf('12', { max: 9 })).toBe('9 or less');
  expect(problemOf('2.5', { whole: true })).toBe('A whole number');
  expect(problemOf('', { min: 15, whole: true })).toBeNull();
});
