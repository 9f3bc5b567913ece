/** Files made to hold the reader up: refused or read, in few words and in a time that grows as they do. */

import { InputError } from '../../errors.ts';
import { refusal } from '../../testing/refusal.ts';
import { describeInput } from '../../words/input-error.ts';
import { readRecording } from '../read/read-recording.ts';
import { readRecordingCsv } from './csv.ts';

const HEADER = 'time_s,alt_ft,ias_kt,hdg_deg';
const ROWS = '0,4000,100,360\n1,4000,100,360\n';

/** The error's line for a person; undefined where it was read. */
function refusalOf(text: string): string | undefined {
  try {
    readRecordingCsv(text);
    return undefined;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return describeInput(error, 'file');
  }
}

// Each once grew with its square, from seconds to minutes at a twentieth of this size: read so, none would come to its end.
test.each<[string, (size: number) => string]>([
  ['commas after a note', (n) => `# note: ${','.repeat(n)}x\n${HEADER}\n${ROWS}`],
  ['blanks in a date', (n) => `# date: 2026${' '.repeat(n)}x\n${HEADER}\n${ROWS}`],
  ['blanks in a cell', (n) => `${HEADER}\n0,${' '.repeat(n)}x,100,360\n`],
  ['a name of blanks and breaks', (n) => `"${' '.repeat(n)}\n${' '.repeat(n)}x",time_s\n1,2\n`],
  ['columns without end', (n) => `time_s,${Array.from({ length: n / 4 }, (_, i) => `c${i}`).join()}\n0\n`],
])('%s', (_, make) => {
  const refusal = refusalOf(make(1_000_000));
  expect((refusal ?? '').length).toBeLessThan(300);
});

test('what is refused is quoted in few words', () => {
  const long = refusalOf(`# date: ${'y'.repeat(100_000)}\n${HEADER}\n${ROWS}`);
  expect(long).toMatch(/^file, line 1: date is "y{40}…"; write it as 2026-05-31$/);
  expect(refusalOf(`time_s,${Array.from({ length: 300 }, (_, i) => `c${i}`).join()}\n0\n`)).toMatch(
    /301 columns; at most 200/,
  );
});

test.each([
  ['beyond all', `${HEADER}\n0,4000,100,360\n1e308,4000,100,360\n`, /1e\+308 s; seconds of a flight/],
  ['of years', `${HEADER}\n0,4000,100,360\n1e9,4000,100,360\n`, /lasts 277778 h/],
  [
    'in the year nought',
    'utc,alt_ft,ias_kt,hdg_deg\n0000-01-01T00:00:00Z,1,2,3\n0000-01-01T00:00:01Z,1,2,3\n',
    /before 1980/,
  ],
])('times %s are refused', (_, text, words) => {
  expect(refusal(() => readRecording(text))).toMatch(words);
});

test('seconds since 1970 are seconds of a flight', () => {
  expect(readRecording(`${HEADER}\n1796070000,4000,100,360\n1796070001,4000,100,360\n`).timeS).toHaveLength(
    2,
  );
});

// A tag is looked at from each of its places, or taken apart by an expression: seconds to a minute each before it was bounded.
test.each<[string, string]>([
  ['attributes', `<?xml version="1.0"?><gpx ${'a="1" '.repeat(2_000_000)}>`],
  ['a tag that never ends', `<?xml version="1.0"?><gpx${'x'.repeat(10_000_000)}`],
  ['openings', `<?xml version="1.0"?>${'<'.repeat(10_000_000)}`],
  ['a comment', `<?xml version="1.0"?><gpx><!--${'-'.repeat(10_000_000)}`],
  [
    'an external entity',
    '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/hostname">]><gpx>&x;</gpx>',
  ],
])('XML with %s is refused in few words', (_, text) => {
  expect(() => readRecording(text)).toThrow(InputError);
  expect(() => readRecording(text)).toThrow('gpx/');
});
