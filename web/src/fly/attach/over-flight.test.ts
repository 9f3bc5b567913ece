import { tableHead } from '@keel/core';
import { columnOver, rowsOver } from './over-flight.ts';

const table = (rows: number, decimal = '.') =>
  `Time;Roll;Memo\n${Array.from({ length: rows }, (_, i) => `${i};${(i - rows / 2) / 10};x`.replaceAll('.', decimal)).join('\n')}\n`;

test.each(['.', ','])(
  'rows come from the beginning to the end, with “%s” for the decimal point',
  async (decimal) => {
    const text = table(6000, decimal);
    const rows = await rowsOver(new Blob([text]), tableHead(text));
    expect(rows.length).toBe(48);
    const roll = columnOver(rows, 1) as number[];
    expect(roll[0]).toBeLessThan(-280);
    expect(roll.at(-1)).toBeGreaterThan(280);
    expect([...roll].sort((a, b) => a - b)).toEqual(roll);
    expect(columnOver(rows, 2).every((value) => value === null)).toBe(true);
  },
);

test('a row that was cut, or has other cells than the header, is left out', async () => {
  const text = `${table(40)}a;b\n\n`;
  const rows = await rowsOver(new Blob([text]), tableHead(text));
  expect(rows.every((row) => row.length === 3)).toBe(true);
});
