import fc from 'fast-check';
import { parseCell } from './csv-number.ts';

test('any decimal reads as JavaScript reads it (property)', () => {
  fc.assert(
    fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.nat(17), (value, digits) => {
      for (const text of [
        String(value),
        value.toFixed(Math.min(digits, 12)),
        value.toPrecision(digits + 1),
      ]) {
        expect(parseCell(text)).toBe(Number(text));
      }
    }),
    { numRuns: 500 },
  );
});

test.each([
  ['', Number.NaN],
  ['  ', Number.NaN],
  [' 12.5 ', 12.5],
  ['+3', 3],
  ['.5', 0.5],
  ['5.', 5],
  ['-0.25', -0.25],
  ['1e3', 1000],
])('%j is %d', (text, value) => expect(parseCell(text)).toBe(value));

test.each(['.', '-', '1.2.3', '1,5', '0x10', '0b1', 'NaN', 'Infinity', '12ft', '1 000', '−5', '--5'])(
  '%j is no number',
  (text) => expect(parseCell(text)).toBeUndefined(),
);
