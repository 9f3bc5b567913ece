import type { Column } from './column.ts';
import { cellsOf, withPasted } from './pasted.ts';

const PAIR: Column[] = [
  { key: 0, label: 'Indicated', kind: 'speed' },
  { key: 1, label: 'Calibrated', kind: 'speed' },
];
const CRUISE: Column[] = [
  { key: 'rpm', label: 'rpm' },
  { key: 'ktas', label: 'true airspeed' },
  { key: 'note', label: 'Note', kind: 'text' },
];

test.each([
  [
    'from a sheet',
    '2300\t104\n2400\t109\n',
    [
      ['2300', '104'],
      ['2400', '109'],
    ],
  ],
  ['a column alone', '104\n109', [['104'], ['109']]],
  [
    'commas between',
    '2300,104\n2400,109',
    [
      ['2300', '104'],
      ['2400', '109'],
    ],
  ],
])('%s is a block', (_, text, cells) => expect(cellsOf(text)).toEqual(cells));

test('a single cell is the field’s own', () => {
  expect(cellsOf('104')).toBeNull();
  expect(cellsOf(' 104\n')).toBeNull();
});

test('it fills from the cell on, adds rows, and leaves out what is beyond the last column', () => {
  const rows = [{ rpm: 2200, ktas: 99, note: 'lean' }];
  expect(
    withPasted(
      rows,
      CRUISE,
      { row: 0, column: 1 },
      [
        ['104', 'rich', 'x'],
        ['109', 'peak'],
      ],
      1,
    ),
  ).toEqual([
    { rpm: 2200, ktas: 104, note: 'rich' },
    { ktas: 109, note: 'peak' },
  ]);
});

test('speeds are read in the airplane’s unit, pairs stay pairs, and what is no number is for the schema to refuse', () => {
  const made = withPasted(
    [[50, null]],
    PAIR,
    { row: 0, column: 0 },
    [
      ['60', '62'],
      ['x', ''],
    ],
    2,
  );
  expect(made).toEqual([
    [30, 31],
    [Number.NaN, null],
  ]);
});
