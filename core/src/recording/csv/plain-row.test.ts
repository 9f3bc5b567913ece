/** Rows read straight from the text are the rows that a general parser of the format reads. */
import fc from 'fast-check';
import { readRecordingCsv } from './csv.ts';

/** What reading gives or refuses. */
function outcomeOf(text: string) {
  try {
    const { timeS, channels, warnings } = readRecordingCsv(text);
    return {
      timeS: [...timeS],
      channels: Object.entries(channels).map(([name, of]) => [name, ...of]),
      warnings,
    };
  } catch (error) {
    return { message: (error as Error).message, place: (error as { place?: unknown }).place };
  }
}
/** With one quoted cell the whole text goes through papaparse 5.5, an independent reader of RFC 4180. */
const throughParser = (text: string) => text.replace('ias_kt', '"ias_kt"');

const plain = fc.oneof(
  fc.double({ min: 0, max: 200, noNaN: true }).map((value) => value.toFixed(2)),
  fc.integer({ min: 0, max: 300 }).map(String),
);
const odd = fc.constantFrom(
  '',
  ' ',
  '-',
  '.',
  '-.5',
  '1.',
  '.5',
  '+7',
  '1e2',
  ' 90 ',
  '1.2.3',
  '9'.repeat(20),
  'x',
  '7 kt',
  '0x10',
  '١',
);
const cell = fc.oneof({ weight: 30, arbitrary: plain }, { weight: 1, arbitrary: odd });

test.each([',', ';', '\t'])(
  'cells between %j: the same numbers, or the same refusal (property)',
  (delimiter) => {
    const row = fc.oneof(
      { weight: 60, arbitrary: fc.tuple(cell, cell, cell, cell) },
      { weight: 1, arbitrary: fc.array(cell, { maxLength: 7 }) },
    );
    fc.assert(
      fc.property(
        fc.array(row, { maxLength: 12 }),
        fc.constantFrom('\n', '\r\n'),
        fc.boolean(),
        (rows, end, ends) => {
          const table = [
            ['time_s', 'alt_ft', 'ias_kt', 'hdg_deg', 'note'],
            ...rows.map((cells, i) => [String(i / 10), ...cells]),
          ];
          const text = table.map((cells) => cells.join(delimiter)).join(end) + (ends ? end : '');
          expect(outcomeOf(text)).toEqual(outcomeOf(throughParser(text)));
        },
      ),
    );
  },
);

test('a clock beside the seconds goes through the general reader, and begins the same moment', () => {
  const text =
    'time_s,utc,alt_ft,ias_kt,hdg_deg\n5,,4500,95,1\n6,2026-05-31T09:30:00Z,4500,95,1\n7,,4500,95,2\n8,2026,4500,95,2\n';
  expect(outcomeOf(text)).toEqual(outcomeOf(throughParser(text)));
  expect(readRecordingCsv(text.replace('8,2026,', '8,,')).epochMs).toBe(Date.UTC(2026, 4, 31, 9, 29, 54));
});

test.each([
  'time_s,alt_ft,ias_kt,hdg_deg\n0,1,2,3\n\n1,1,2,3\n',
  'time_s,ias_kt\n0,\n\n \n1,\n',
  'time_s\n0\n\n1',
])('blank lines are passed over: %j', (text) => {
  const named = text.includes('ias_kt')
    ? text
    : text.replace('time_s', 'time_s,ias_kt').replace(/\d$/gm, '$&,');
  expect(outcomeOf(named)).toEqual(outcomeOf(throughParser(named)));
});
