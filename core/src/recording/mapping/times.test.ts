/**
 * When a row of another make's table was written: days and hours as loggers write them, before their first fix, over midnight,
 * in one order or another. A day that is read wrongly moves a flight by months without a word; so what is none is refused.
 */
import fc from 'fast-check';
import { refusal } from '../../testing/refusal.ts';
import { dayOf } from './day-cell.ts';
import { guessMapping } from './guess.ts';
import { type Mapping, mappingSchema, type TimeKind } from './mapping.ts';
import { isNothing } from './nothing.ts';
import { readMapped } from './read-mapped.ts';
import { tableHead } from './table.ts';

type Row = readonly [date: string, time: string, altitudeFt: string];

const table = (rows: readonly Row[]) =>
  ['Date,Time,Altitude', ...rows.map((row) => row.join(','))].join('\n');
const mapping = (kind: 'ymd' | 'dmy' | 'mdy', time: TimeKind = 'clock'): Mapping => ({
  time: { column: 'Time', kind: time },
  date: { column: 'Date', kind },
  channels: [{ column: 'Altitude', channel: 'alt_ft', unit: 'ft', flip: false }],
});
const read = (rows: readonly Row[], how: Mapping) => readMapped(table(rows), how);
const refused = (rows: readonly Row[], how: Mapping) => refusal(() => read(rows, how));

describe('a day in its cell', () => {
  const two = (n: number) => String(n).padStart(2, '0');
  const anyDay = fc.date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true });

  test('every day of a century is read as the calendar has it, however it is written', () => {
    fc.assert(
      fc.property(anyDay, fc.constantFrom('-', '/', '.'), fc.boolean(), (date, sign, padded) => {
        const [y, m, d] = [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()];
        const [month, day] = padded ? [two(m), two(d)] : [m, d];
        const begins = Date.UTC(y, m - 1, d);
        expect(dayOf([y, month, day].join(sign), 'ymd')).toBe(begins);
        expect(dayOf([day, month, y].join(sign), 'dmy')).toBe(begins);
        expect(dayOf([month, day, y].join(sign), 'mdy')).toBe(begins);
        expect(dayOf([day, month, two(y % 100)].join(sign), 'dmy')).toBe(begins);
        expect(dayOf(`${y}${two(m)}${two(d)}`, 'ymd')).toBe(begins);
        // As receivers of positions write it.
        expect(dayOf(`${two(d)}${two(m)}${two(y % 100)}`, 'dmy')).toBe(begins);
      }),
    );
  });

  test.each([
    ['13/04/2026', 'mdy'],
    ['04/13/2026', 'dmy'],
    ['2026-02-29', 'ymd'],
    ['2026-00-10', 'ymd'],
    ['2026-06-31', 'ymd'],
    ['2026--04', 'ymd'],
    ['12-Jun-2026', 'dmy'],
    ['2026-06', 'ymd'],
    ['today', 'dmy'],
    ['', 'ymd'],
  ] as const)('%s as %s is none', (cell, kind) => {
    expect(dayOf(cell, kind)).toBeUndefined();
  });

  test('the twenty-ninth of February is one where there is one', () => {
    expect(dayOf('29.02.2028', 'dmy')).toBe(Date.UTC(2028, 1, 29));
  });
});

test.each([
  '',
  '  ',
  '-',
  '--',
  '---',
  '--:--:--',
  '--/--/--',
  'n/a',
  'NaN',
  'NULL',
  'none',
  'INV',
  'invalid',
])('a logger without a value writes %j', (cell) => {
  expect(isNothing(cell)).toBe(true);
});

test.each(['0', '-1', '00:00:00', '-0.5', 'no', 'x', '2026-06-12', 'invalid height'])(
  '%j is a value, or a mistake, and not nothing',
  (cell) => {
    expect(isNothing(cell)).toBe(false);
  },
);

describe('before the first fix', () => {
  const fixed: Row[] = [
    ['12/06/2026', '09:30:00', '4500'],
    ['12/06/2026', '09:30:01', '4501'],
  ];

  test.each<[string, Row[]]>([
    [
      'no day yet, and a clock that is not set',
      [
        ['', '00:00:01', '4490'],
        ['', '00:00:02', '4491'],
      ],
    ],
    ['neither day nor time', [['---', '--:--:--', '4490']]],
    ['no time', [['12/06/2026', '', '4490']]],
  ])('%s: those rows are left out, and it begins with the first that has both', (_, early) => {
    const { timeS, epochMs, channels, warnings } = read([...early, ...fixed], mapping('dmy'));
    expect([...timeS]).toEqual([0, 1]);
    expect(epochMs).toBe(Date.UTC(2026, 5, 12, 9, 30));
    expect([...channels.alt_ft!]).toEqual([4500, 4501]);
    expect(warnings).toEqual([{ code: 'rows-without-time', params: { count: early.length } }]);
  });

  test('a table that never has a day says so', () => {
    const never = fixed.map(([, time, alt]): Row => ['', time, alt]);
    expect(refused(never, mapping('dmy'))).toMatch(/no row has a time that can be read/);
  });
});

describe('what is no day or no time is refused by its place', () => {
  test.each<[string, Row, RegExp]>([
    [
      'a month before its day',
      ['06/13/2026', '09:30:00', '4500'],
      /line 2, column 1 .*"06\/13\/2026" is not a day in the order day month year/,
    ],
    ['a word', ['Friday', '09:30:00', '4500'], /column 1 .*"Friday" is not a day/],
    [
      'an hour that is none',
      ['12/06/2026', '24:30:00', '4500'],
      /column 2 .*"24:30:00" is not a time of this kind/,
    ],
    [
      'a minute that is none',
      ['12/06/2026', '09:61:00', '4500'],
      /column 2 .*"09:61:00" is not a time of this kind/,
    ],
    ['a number', ['12/06/2026', '34200', '4500'], /column 2 .*"34200" is not a time of this kind/],
  ])('%s', (_, row, words) => {
    expect(refused([row, ['12/06/2026', '09:31:00', '4500']], mapping('dmy'))).toMatch(words);
  });
});

test('with a day or without one it goes on over midnight', () => {
  const rows: Row[] = [
    ['30/06/2026', '23:59:59.5', '4500'],
    ['01/07/2026', '00:00:00.5', '4501'],
    ['01/07/2026', '00:00:01', '4502'],
  ];
  expect([...read(rows, mapping('dmy')).timeS]).toEqual([0, 1, 1.5]);
  const { date: _, ...undated } = mapping('dmy');
  const alone = read(rows, undated);
  expect([...alone.timeS]).toEqual([0, 1, 1.5]);
  // Which day it was, nothing tells.
  expect(alone.epochMs).toBeUndefined();
});

test('a leap second is a time', () => {
  const rows: Row[] = [
    ['2016-12-31', '23:59:59', '1'],
    ['2016-12-31', '23:59:60', '2'],
  ];
  expect([...read(rows, mapping('ymd')).timeS]).toEqual([0, 1]);
});

test('where each row has its instant, a column of days beside it changes nothing', () => {
  const rows: Row[] = [
    ['whenever', '1781256600', '4500'],
    ['', '1781256601.5', '4501'],
  ];
  const { timeS, epochMs } = read(rows, mapping('dmy', 'epoch-s'));
  expect([...timeS]).toEqual([0, 1.5]);
  expect(epochMs).toBe(1_781_256_600_000);
});

test.each<[string, TimeKind, readonly [string, string], number]>([
  ['seconds', 's', ['10', '12.5'], 2.5],
  ['milliseconds', 'ms', ['10000', '12500'], 2.5],
  ['minutes', 'min', ['1', '1.5'], 30],
  ['milliseconds since 1970', 'epoch-ms', ['1781256600000', '1781256600250'], 0.25],
  ['ISO 8601', 'iso', ['2026-06-12T09:30:00Z', '2026-06-12T09:30:02.25Z'], 2.25],
])('times in %s', (_, kind, [first, second], apartS) => {
  const rows: Row[] = [
    ['', first, '4500'],
    ['', second, '4500'],
  ];
  expect(read(rows, mapping('ymd', kind)).timeS[1]).toBeCloseTo(apartS, 9);
});

describe('the order of a date is guessed from all that is seen of it', () => {
  const orderOf = (...dates: string[]) => {
    const rows = dates.map((date, i): Row => [date, `09:30:0${i}`, '4500']);
    return mappingSchema.parse(guessMapping(tableHead(table(rows)))).date?.kind;
  };
  test.each([
    ['ymd', ['2026-06-12']],
    ['dmy', ['13/06/2026']],
    ['mdy', ['06/13/2026']],
    ['dmy', ['12.06.26', '13.06.26']],
    // The first tells nothing, the second does.
    ['mdy', ['06/12/2026', '06/13/2026']],
    ['dmy', ['06/12/2026', '13/12/2026']],
    // Nothing tells: the day first.
    ['dmy', ['06/07/2026']],
    ['ymd', ['', '2026-06-12']],
  ] as const)('%s of %j', (kind, dates) => {
    expect(orderOf(...dates)).toBe(kind);
  });
});
